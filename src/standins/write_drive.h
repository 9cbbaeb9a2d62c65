// SPDX-License-Identifier: GPL-3.0-or-later
// The drive as files: a CSV log as a logger would write it, a GeoJSON track, the truth.
#pragma once
#include "standins/drive.h"

#include <filesystem>

namespace hl::standin {

struct LogOptions {
    double rateHz = 100;
    double startAt = 0;       ///< s of the drive at which the logger's clock is zero
    double speedNoise = 0.03; ///< m/s
    double pedalNoise = 0.002;
    double positionNoise = 0; ///< m
    std::uint32_t seed = 1;
};

std::string csvLog(const Circuit& c, const Drive& d, const LogOptions& options);
std::string trackGeoJson(const Circuit& c);
std::string truthJson(const Circuit& c, const Drive& d);

} // namespace hl::standin

// SPDX-License-Identifier: GPL-3.0-or-later
// More to look at than one guide: another track, another car, a kart ring; short laps in small films, made in seconds.
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <functional>
#include <string>
#include <vector>

namespace hl::standin {

/// What one guide of the shelf is made of.
struct ShelfFiles {
    std::string key; ///< "fennick-drove"
    std::string track, car, series;
    std::filesystem::path video, log, trackFile;
};

/// Makes what is missing in `folder` and keeps what is there. `progress` gets 0..1 and returns false to stop.
Result<std::vector<ShelfFiles>> makeDemoShelf(const std::filesystem::path& folder,
                                              const std::function<bool(double, const char*)>& progress);

} // namespace hl::standin

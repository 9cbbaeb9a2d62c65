// SPDX-License-Identifier: GPL-3.0-or-later
// The car's log: typed channels in SI units on one clock.
#pragma once
#include "core/log/sides.h"
#include "core/units/clocks.h"

#include <array>
#include <cstddef>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

enum class Channel {
    Time,            ///< s on the log clock, ascending
    Lap,             ///< lap number as logged
    Distance,        ///< m, either since the start of the lap or since the start of the log
    Speed,           ///< m/s
    Throttle,        ///< 0..1
    Brake,           ///< 0..1
    Steering,        ///< rad at the wheel, left positive
    Gear,            ///< 0 neutral, -1 reverse
    EngineSpeed,     ///< rev/min
    LateralAcc,      ///< m/s^2, left positive
    LongitudinalAcc, ///< m/s^2, forward positive
    VerticalAcc,     ///< m/s^2
    YawRate,         ///< rad/s, left positive
    X,               ///< m east of the log's origin
    Y,               ///< m north of the log's origin
    Z,               ///< m above the datum
    Latitude,        ///< degrees north
    Longitude,       ///< degrees east
    Heading,         ///< rad, anticlockwise from east
    Pitch,           ///< rad, of the body; which way is up is told by how it goes with the road and the forces
    Roll,            ///< rad, of the body; likewise
    Count
};
inline constexpr std::size_t kChannelCount = static_cast<std::size_t>(Channel::Count);
std::string_view name(Channel c);
std::string_view key(Channel c); ///< one word, for commands and files: "lateral_acc"

/// Something the importer repaired, skipped or guessed, told to the person who brought the file.
struct ImportNote {
    std::size_t line = 0; ///< 1-based line of the file; 0 when it concerns the whole file
    std::string text;
};

/// A place on the globe, degrees (WGS 84).
struct GeoPoint {
    double latitude = 0, longitude = 0;
};

struct CarLog {
    std::array<std::vector<double>, kChannelCount>
        channels; ///< empty when the log has none; NaN where a sample is missing
    std::vector<ImportNote> notes;
    std::size_t badRows = 0;
    std::size_t rows = 0;           ///< that the file had; slow logs are filled up
    double rateHz = 0;              ///< of those rows
    SidesTold sides = {};           ///< how it is known which way its turning is left, and whether it was turned round
    std::optional<GeoPoint> origin; ///< where X = Y = 0 lies, when the log gave latitude and longitude

    const std::vector<double>& operator[](Channel c) const { return channels[static_cast<std::size_t>(c)]; }
    std::vector<double>& operator[](Channel c) { return channels[static_cast<std::size_t>(c)]; }
    bool has(Channel c) const { return !(*this)[c].empty(); }
    std::size_t size() const { return (*this)[Channel::Time].size(); }
    bool hasPosition() const { return has(Channel::X) && has(Channel::Y); }
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// How a producer talks: what drafts are written by. Numbers or names of corners, and the unit of speed, are the
// scene's.
#pragma once
#include <optional>
#include <string>
#include <string_view>

namespace hl {

enum class DistanceUnit { Metres, Yards, CarLengths };
std::string_view key(DistanceUnit u); ///< "metres", "yards", "car-lengths"
std::optional<DistanceUnit> distanceUnitOf(std::string_view key);
/// As it is spoken: "9 metres", "1 yard", "two car lengths". `m` is not negative.
std::string spokenDistance(double m, DistanceUnit unit);

struct School {
    bool numbers = true;  ///< percent, metres, speeds; else words of feel
    bool advanced = true; ///< every pedal; else what to look for, gear and line
    bool asI = false;     ///< "I brake"; else "brake", to the pupil
    DistanceUnit distance = DistanceUnit::Metres;
    friend bool operator==(const School&, const School&) = default;
};

} // namespace hl

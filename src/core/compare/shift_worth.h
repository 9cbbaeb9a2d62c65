// SPDX-License-Identifier: GPL-3.0-or-later
// What shifting up at another speed would bring.
#pragma once
#include "core/lap/trace.h"

namespace hl {

/// For one change up: where this car is shifted at full power, and where the next gear begins to pull as hard.
struct ShiftWorth {
    int from = 0, to = 0;
    double usualSpeed = 0,
           bestSpeed = 0;   ///< m/s; the best is the highest speed seen in the gear when it pulls harder to its end
    double gainS = 0;       ///< each time, by shifting at the best speed instead of the usual one
    std::size_t shifts = 0; ///< seen at full power
};

/// From how the car pulls in each gear at each speed (median, bins of 2 m/s, straight road). The gain is the difference
/// of the times dv / a in either gear between the two speeds. Empty without gears, throttle or enough shifts.
std::vector<ShiftWorth> shiftWorths(const std::vector<LapTrace>& laps);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What a better exit brings on the straight that follows it.
#pragma once
#include "core/compare/car_ability.h"
#include "core/corner/corner.h"

namespace hl {

struct ExitWorth {
    double perKmhS = 0;   ///< seconds saved to the next braking point by leaving 1 km/h faster
    double overM = 0;     ///< from full power to the next braking
    double perMetreS = 0; ///< seconds saved by braking one metre later at its end, at the speed reached there
};

/// Drives the straight from `fromM` to `toM` with the car's own full-power acceleration, once at the speed it had and
/// once 1 km/h faster. `nextSlowest` is the speed that the braking at its end goes down to, m/s. Nothing when the car
/// was never seen at full power or the straight is shorter than 30 m.
std::optional<ExitWorth> exitWorth(const CarAbility& car, double fromSpeed, double fromM, double toM,
                                   double nextSlowest);

/// The straight after corner i: from full power (or the corner's end) to the next corner's braking (or turn-in); the
/// last one's goes on over the line.
struct Straight {
    double fromM = 0, toM = 0;
};
Straight straightAfter(const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts, std::size_t i,
                       double lengthM);

} // namespace hl

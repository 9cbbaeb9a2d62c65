// SPDX-License-Identifier: GPL-3.0-or-later
// What a car was seen to do: how it pulls, brakes and corners at each speed, from its own log.
#pragma once
#include "core/lap/trace.h"

namespace hl {

/// A value over speed, by bins; interpolated between, held beyond the ends. NaN while nothing was seen.
struct SpeedCurve {
    std::vector<double> speed, value; ///< m/s ascending; m/s^2
    double at(double v) const { return value.empty() ? kNaN : sampleAt(speed, value, v); }
};

struct CarAbility {
    SpeedCurve pull;   ///< median acceleration at full power on the straight
    SpeedCurve brake;  ///< deceleration reached or passed in a tenth of the hard braking
    SpeedCurve corner; ///< lateral acceleration reached or passed in a twentieth of the cornering
};

/// From all the laps given; they should be by one car in one condition. Never beyond what a car on tyres can (6 g);
/// braking and cornering follow a + b v^2 (tyres and wings) within a tenth above and a fifth below.
CarAbility abilityOf(const std::vector<LapTrace>& laps);

} // namespace hl

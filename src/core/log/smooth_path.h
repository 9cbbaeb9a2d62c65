// SPDX-License-Identifier: GPL-3.0-or-later
// A moving point's path from noisy places: Kalman filter forward, Rauch-Tung-Striebel smoother back.
#pragma once
#include <vector>

namespace hl {

/// What was measured along one axis; NaN where it was not.
struct AxisFixes {
    std::vector<double> t;            ///< s, ascending
    std::vector<double> place;        ///< m
    std::vector<double> velocity;     ///< m/s; empty or one a fix
    std::vector<double> acceleration; ///< m/s^2; empty or one a fix
    double placeNoise = 1;            ///< m, one standard deviation
    double velocityNoise = 0.4;       ///< m/s
    double accelerationNoise = 1.2;   ///< m/s^2: a sensor that leans with the car feels a part of gravity
};

struct AxisPath {
    std::vector<double> place, velocity, acceleration;
};

/// Constant acceleration driven by white jerk of the given density, m/s^3 per root Hz. (Bar-Shalom, Li and
/// Kirubarajan, Estimation with Applications to Tracking and Navigation, 2001, ch. 6.2 and 8.6.)
AxisPath smoothAxis(const AxisFixes& fixes, double jerk);

/// Standard deviation of the places against a parabola through their neighbours, m; robust against a few leaps.
double placeNoiseOf(const std::vector<double>& t, const std::vector<double>& place);

} // namespace hl

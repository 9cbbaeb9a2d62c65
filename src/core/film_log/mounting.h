// SPDX-License-Identifier: GPL-3.0-or-later
// How a camera sits in the car: which of its axes points up, forward and left.
#pragma once
#include "core/film_log/receiver.h"

#include <array>
#include <optional>

namespace hl {

using Axis = std::array<double, 3>; ///< weights of a sensor's three columns

/// Three columns of a sensor, as they are stored.
struct Triple {
    std::vector<double> t, x, y, z;
    bool empty() const { return t.empty(); }
};
/// Rotation of the camera: its gyroscope, else worked out from its orientation. Empty without either.
Triple rotationOf(const SensorStreams& streams);
Triple accelerationOf(const SensorStreams& streams);

/// The axis about which the car turns left, by how the receiver's course turns: least squares at every delay, the best
/// of them. None when the rotation does not go with the course.
struct Found {
    Axis axis{};
    double delayS = 0, likeness = 0; ///< correlation
};
std::optional<Found> turningAxis(const Triple& rotation, const Driven& driven);

/// Up from gravity, forward from how the speed changes, left from speed times turning: least squares of all three
/// together, so that a circuit's many turns to one side do not tilt the gravity. None when the accelerations do not go
/// with the drive.
struct CarAxes {
    Axis along{}, left{}, up{};
    double gravity = 0;              ///< what `up` reads when nothing moves, in m/s^2
    double delayS = 0, likeness = 0; ///< correlation of both together
};
std::optional<CarAxes> carAxes(const Triple& acceleration, const Driven& driven, std::optional<double> delayS);

std::vector<double> through(const Triple& sensor, const Axis& axis); ///< its columns weighed

/// Delays that are tried, s: a receiver tells late, and a payload may be laid early.
inline constexpr double kEarliestDelay = -1.0, kLatestDelay = 3.0;

} // namespace hl

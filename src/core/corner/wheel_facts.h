// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/corner.h"

namespace hl {

/// How much steering this car needs for its path: wheel angle = (base + gain v^2) * curvature, by least squares over
/// the part of the lap that turns without being at the limit. (The steady-state bicycle model; the gain holds the
/// understeer gradient.)
struct SteeringNeed {
    double base = 0, gain = 0; ///< rad m; rad s^2 / m
    double noise = 0;          ///< rad, half-width that holds 95 % of those samples
    double at(double v, double curvature) const { return (base + gain * v * v) * curvature; }
};
/// What is worked out once for a lap and used in each of its corners.
struct LapWide {
    std::optional<SteeringNeed> steering;
    double lightestBraking = 0.12;  ///< of the pedal, what stands out of its rest and of its noise
    std::optional<double> coasting; ///< m/s^2, how the car slows with neither pedal; none: it never does
    std::vector<double> shaking;    ///< vertical acceleration without its slow part, as a multiple of the lap's median
};
LapWide lapWide(const LapTrace& trace);

/// Which wheels were over which edge, how near the limit the car came, where it was shaken. Needs edges that are known;
/// without them only the shaking is told.
void measureWheels(const LapTrace& trace, const Corner& corner, const Track* track, double carWidthM,
                   const LapWide& wide, CornerFacts& facts);

/// Turn-in by the wheel, and how far the car turns more or less than the wheel asks.
void measureSteering(const LapTrace& trace, const Corner& corner, const LapWide& wide, CornerFacts& facts);

} // namespace hl

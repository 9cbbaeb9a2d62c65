// SPDX-License-Identifier: GPL-3.0-or-later
// The camera of a film: where it sits on the car, how it looks, how its lens draws, how the body under it leans.
#pragma once
#include "core/units/numbers.h"

#include <string>

namespace hl {

/// On the car: forward of its logged position, left of it, above the road. Angles against the car: yaw left, pitch up,
/// roll left side down positive.
struct Camera {
    double hfovRad = rad(74.5); ///< across the picture, of the lens without its distortion
    double heightM = 1.2, forwardM = 0, lateralM = 0;
    double yawRad = 0, pitchRad = 0, rollRad = 0;
    /// Radial, division model: a ray at tan(angle) r falls at d with r = d / (1 + distortion d^2), in focal lengths.
    /// Negative where straight lines bow outwards (wide lenses).
    double distortion = 0;
    /// How the body leans: pitch per g of acceleration, roll to the outside per g of turning, and how far the car's
    /// nose points inside its way per g of turning.
    double pitchPerG = rad(0.55), rollPerG = rad(0.9), slipPerG = 0;
    bool assumed = true;   ///< nobody measured it
    std::string method;    ///< how it is known: "pins", "pins and edges", "edges", "motion"; empty: told or assumed
    double residualPx = 0; ///< median at what it was solved from, px of a 1280 wide frame
    friend bool operator==(const Camera&, const Camera&) = default;
};

} // namespace hl

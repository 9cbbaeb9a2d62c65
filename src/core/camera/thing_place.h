// SPDX-License-Identifier: GPL-3.0-or-later
// Where a thing stands that was followed through the pictures of a moving camera.
#pragma once
#include "core/camera/pose.h"

#include <span>

namespace hl {

/// The thing in one picture.
struct Sight {
    CameraPose pose;
    Vec2 framePx;
};

struct ThingPlace {
    Vec3 at;          ///< m on the road's plane
    double offPx = 0; ///< how far the sights are from it, median
};

/// The direction of a point of the frame, of unit length; the inverse of project().
Vec3 directionOf(const CameraPose& pose, Vec2 framePx);

/// The point that all sights pass nearest, in pixels (linear first, then Gauss-Newton on what is seen; R. Hartley and
/// P. Sturm, "Triangulation", CVIU 1997). None of fewer than six sights, or where they come from too much the same
/// direction to tell a distance.
std::optional<ThingPlace> placeOfThing(std::span<const Sight> sights);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What to click next for the camera: features of the road that a person can find in the picture, and which of them
// would tell most.
#pragma once
#include "core/camera/camera_pin.h"
#include "core/camera/pose.h"

#include <span>

namespace hl {

struct PinWish {
    std::string name; ///< as a person finds it: "start of the right kerb, 812 m"
    OnRoad place;
    Vec2 framePx; ///< where the camera so far has it
};

/// The features in sight from there, 7 to 90 m ahead: kerbs that begin or end, feet of known things, and the road's
/// edges at round metres. `left` and `right` name the sides in the reader's language.
std::vector<PinWish> pinsInSight(const CameraPose& pose, const Track& road, double nowM);

/// The one farthest in the picture from all that is clicked already, near and far counted alike; none of `inSight`
/// empty.
std::optional<PinWish> nextPin(const std::vector<PinWish>& inSight, std::span<const Vec2> clickedPx);

} // namespace hl

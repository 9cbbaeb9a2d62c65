// SPDX-License-Identifier: GPL-3.0-or-later
// From a point in the picture to the place of the road it shows, and back at any other moment.
#pragma once
#include "core/cut/compose.h"

namespace hl {

/// The place on the road's own surface (continued beside it) that a point of the 1280x720 frame shows at a moment of
/// the film, up to 250 m ahead. None without a road or where the point shows no ground: sky, the car itself.
std::optional<OnRoad> roadPlaceAt(const Stage& stage, Vec2 framePx, FootageTime when);

/// Where a place is in the frame at that moment; none where it is behind the camera or out of sight.
std::optional<Vec2> frameOf(const Stage& stage, const OnRoad& place, FootageTime when);

} // namespace hl

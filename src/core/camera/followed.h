// SPDX-License-Identifier: GPL-3.0-or-later
// Where a thing is in the pictures of a film, as it was followed from a click.
#pragma once
#include "core/units/clocks.h"
#include "core/units/id.h"

#include <map>
#include <optional>
#include <string_view>
#include <vector>

namespace hl {

enum class Held { Sure, Unsure, Lost };
constexpr std::string_view name(Held h) { return h == Held::Sure ? "sure" : h == Held::Unsure ? "unsure" : "lost"; }

struct FollowedPoint {
    FootageTime when{};
    double xPx = 0, yPx = 0; ///< pixels of the film; where it was last seen when it is lost
    double radiusPx = 0;     ///< of a ring around it
    Held held = Held::Sure;
};

/// A point each frame, ascending in time.
using FollowedPath = std::vector<FollowedPoint>;
/// By the thing's marker.
using FollowedThings = std::map<MarkerId, FollowedPath>;
/// Where it is at that moment, between the two pictures around; none outside the path or where it is lost.
std::optional<FollowedPoint> followedAt(const FollowedPath& path, FootageTime when);

} // namespace hl

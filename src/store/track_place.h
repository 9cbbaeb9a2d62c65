// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/track/plane.h"
#include "core/track/track.h"

#include <nlohmann/json.hpp>

namespace hl {

/// A point of the track's plane as GeoJSON coordinates: longitude and latitude, or metres where the plane has no place
/// on the globe (a simulator's).
inline nlohmann::ordered_json placeJson(const Track& t, Vec3 p) {
    if (!t.origin) return {rounded(p.x, 3), rounded(p.y, 3)};
    const auto g = onGlobe(*t.origin, {p.x, p.y});
    return {rounded(g.longitude, 8), rounded(g.latitude, 8)};
}

} // namespace hl

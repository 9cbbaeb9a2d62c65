// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/plane.h"

namespace hl {
namespace {
constexpr double kEarthRadiusM = 6371008.8; // IUGG mean radius
}

Vec2 onPlane(GeoPoint origin, GeoPoint p) {
    return {rad(p.longitude - origin.longitude) * std::cos(rad(origin.latitude)) * kEarthRadiusM,
            rad(p.latitude - origin.latitude) * kEarthRadiusM};
}

GeoPoint onGlobe(GeoPoint origin, Vec2 p) {
    return {origin.latitude + deg(p.y / kEarthRadiusM),
            origin.longitude + deg(p.x / (kEarthRadiusM * std::cos(rad(origin.latitude))))};
}

} // namespace hl

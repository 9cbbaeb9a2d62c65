// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/plane.h"

#include <GeographicLib/LocalCartesian.hpp>

namespace hl {

std::vector<Vec2> onPlane(GeoPoint origin, const std::vector<double>& lat, const std::vector<double>& lon) {
    std::vector<Vec2> out(lat.size(), Vec2{kNaN, kNaN});
    if (!(std::abs(origin.latitude) <= 90)) return out;
    const GeographicLib::LocalCartesian plane(origin.latitude, origin.longitude);
    for (std::size_t i = 0; i < lat.size() && i < lon.size(); ++i) {
        if (!(std::abs(lat[i]) <= 90) || std::isnan(lon[i])) continue;
        double up = 0;
        plane.Forward(lat[i], lon[i], 0, out[i].x, out[i].y, up);
    }
    return out;
}

Vec2 onPlane(GeoPoint origin, GeoPoint p) { return onPlane(origin, std::vector{p.latitude}, {p.longitude}).front(); }

GeoPoint onGlobe(GeoPoint origin, Vec2 p) {
    if (!(std::abs(origin.latitude) <= 90)) return {kNaN, kNaN};
    const GeographicLib::LocalCartesian plane(origin.latitude, origin.longitude);
    // The ellipsoid falls away under the plane by d^2 / 2R; there the point is looked for.
    constexpr double kRadiusM = 6371008.8;
    const double under = -(p.x * p.x + p.y * p.y) / (2 * kRadiusM);
    GeoPoint g;
    double height = 0;
    plane.Reverse(p.x, p.y, under, g.latitude, g.longitude, height);
    return g;
}

} // namespace hl

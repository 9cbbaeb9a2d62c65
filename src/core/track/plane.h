// SPDX-License-Identifier: GPL-3.0-or-later
// Between the globe and a circuit's flat plane.
#pragma once
#include "core/log/car_log.h"
#include "core/units/numbers.h"

#include <span>

namespace hl {

/// Metres east and north of `origin` on the plane that touches the WGS 84 ellipsoid there (GeographicLib,
/// LocalCartesian). Lengths on it are right within 1 mm over 2 km and 3 cm over 10 km.
Vec2 onPlane(GeoPoint origin, GeoPoint p);
/// Many points at once, degrees; what is no number stays none.
std::vector<Vec2> onPlane(GeoPoint origin, const std::vector<double>& latitudes, const std::vector<double>& longitudes);
/// The same in place: latitudes become metres east, longitudes metres north.
void toPlane(GeoPoint origin, std::span<double> latitudes, std::span<double> longitudes);
GeoPoint onGlobe(GeoPoint origin, Vec2 p); ///< the inverse: the point of the ellipsoid under the plane

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Between the globe and a circuit's flat plane.
#pragma once
#include "core/log/car_log.h"
#include "core/units/numbers.h"

namespace hl {

/// Metres east and north of `origin`. Equirectangular with the mean radius: within 0.1 % over a few kilometres.
Vec2 onPlane(GeoPoint origin, GeoPoint p);
GeoPoint onGlobe(GeoPoint origin, Vec2 p); ///< the inverse

} // namespace hl

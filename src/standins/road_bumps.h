// SPDX-License-Identifier: GPL-3.0-or-later
// The road is never flat: the same bump shakes car, logger and camera at the same place, lap after lap.
#pragma once
#include "standins/drive.h"

namespace hl::standin {

/// How the wheels are thrown at a place, about -1..1 on clean road and twice that on a kerb. Waves of one and a half
/// and of four metres, in patches of better and worse surface.
double bumpAt(const Circuit& c, double s, bool onKerb);

/// A wheel stands on the kerb or over the edge.
bool onKerb(const Circuit& c, const Drive& d, double s);

} // namespace hl::standin

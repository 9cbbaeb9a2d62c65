// SPDX-License-Identifier: GPL-3.0-or-later
// Which way is left, told by a known road: a lap bends left and right in its order, or in that of its mirror.
#pragma once
#include "core/lap/trace.h"

namespace hl {

/// How well a lap's turning goes with a road's, -1..1, as it counts and the other way round; each at the start of the
/// lap that suits it best, for a log without positions may begin its laps elsewhere.
struct SidesFit {
    double same = 0, mirrored = 0;
    bool tells() const;  ///< one fits well, and clearly better than the other
    bool turned() const; ///< the log counts the other way
};

/// The lap's curvature against the road's. Nought and nought for a lap that is not complete or shows no turning.
SidesFit sidesOnRoad(const LapTrace& lap, const Track& road);

} // namespace hl

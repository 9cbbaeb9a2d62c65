// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/track/track.h"

namespace hl {

/// How a road's centre line bends, from its points, whatever their spacing.
struct RoadShape {
    std::vector<double> s, curvature; ///< m from 0 to the length; 1/m, left positive
    double lengthM = 0;
    double curvatureAt(double atM) const { return sampleAt(s, curvature, wrapped(atM, lengthM)); }
};
RoadShape roadShape(const Track& track);

} // namespace hl

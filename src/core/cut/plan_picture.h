// SPDX-License-Identifier: GPL-3.0-or-later
// The road from above, drawn from the data. The camera is calm: it stands over a corner that fits, and glides along
// what does not; it never turns with the car.
#pragma once
#include "core/guide/guide.h"
#include "core/lap/trace.h"
#include "core/mark/mark_kind.h"

namespace hl {

struct Stage;

/// Angles anticlockwise in the picture, from its right.
struct PlanCar {
    Vec2 at;
    double headingRad = 0;
    double slipRad = 0; ///< how far its nose stands left of its way
};

struct PlanThing {
    Vec2 at;
    std::string label;
    Vec2 outward; ///< away from the road, of length 1
};

/// All px of the frame; one sample every few metres along the road.
struct PlanPicture {
    LabelBox box;
    double pxPerM = 1;
    std::vector<Vec2> left, right; ///< the road's edges
    bool roadAssumed = false;      ///< they are only supposed
    std::vector<std::vector<Vec2>> kerbs, advised;
    std::vector<Vec2> driven, over;   ///< over: the other lap's
    std::vector<double> brake, power; ///< 0..1, beside driven
    std::vector<PlanThing> references;
    std::vector<PlanCar> cars; ///< the guide's, then the other lap's
    std::string overName;
    bool empty() const { return left.size() < 2; }
};

/// From metres on the road's plane to px of the frame.
struct PlanFraming {
    Vec2 centreM;       ///< stands in the middle of the box
    double turnRad = 0; ///< anticlockwise, before it is drawn
    double pxPerM = 1;
    LabelBox box;
    Vec2 at(Vec2 plane) const;
};

/// As a whole picture: over the corner and what leads to it, turned so that it is drawn as large as possible within
/// `box`; for the whole lap over the stretch around `nowM`.
PlanFraming planFraming(const Stage& stage, const GuideCorner* corner, double nowM, const LabelBox& box);
/// Small in a corner of the picture: turned likewise, and near around the car, for a whole corner would be a thread.
PlanFraming insetFraming(const Stage& stage, const GuideCorner* corner, double nowM, const LabelBox& box);

/// What is in the box at log time `t`, framed like that. Empty without a road. Two laps at equal time begin together
/// where the stretch begins: shortly before the corner, or at the timing line.
PlanPicture planPicture(const Stage& stage, const GuideCorner* corner, LogTime t, const PlanFraming& framing,
                        const LabelBox& box);

} // namespace hl

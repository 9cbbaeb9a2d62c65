// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mark/projector.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kStepM = 4, kFootM = 0.12; // a foot that is just covered still reads

} // namespace

Projector projectorAt(const CameraPose& pose, const Track& road, const LapTrace* lap, double nowM, double reachM) {
    Projector at{pose, road, lap, nowM, {}};
    double steepest = -1e9;
    for (double d = kStepM; d <= reachM; d += kStepM) {
        steepest = std::max(steepest, (frameAt(road, nowM + d).z - pose.at.z) / d);
        at.crest.push_back(steepest);
    }
    return at;
}

bool Projector::behindCrest(double atM, double height) const {
    const double ahead = road.lengthM > 0 ? std::remainder(atM - nowM, road.lengthM) : atM - nowM;
    const auto before = static_cast<std::ptrdiff_t>(ahead / kStepM) - 2; // the ground at the place itself hides nothing
    if (before < 0 || crest.empty()) return false;
    const double sight = (frameAt(road, atM).z + height + kFootM - pose.at.z) / ahead;
    return sight < crest[std::min(static_cast<std::size_t>(before), crest.size() - 1)];
}

} // namespace hl

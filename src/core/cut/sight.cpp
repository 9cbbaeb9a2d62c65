// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sight.h"

#include <cmath>

namespace hl {
namespace {

/// The row at which the car itself begins in that column of the frame.
double bonnetRow(const Stage& st, double x) {
    if (!st.bonnet || st.bonnet->empty()) return kFrameHeight;
    const double share = std::clamp(x / kFrameWidth, 0.0, 1.0) * num(st.bonnet->size() - 1);
    const double row = (*st.bonnet)[static_cast<std::size_t>(std::lround(share))];
    return std::isfinite(row) ? row : kFrameHeight;
}

bool inPicture(const Stage& st, double atM, double aheadM) {
    const auto when = st.clock.footage(atM - aheadM);
    const auto pose = poseAt(st, when);
    if (!pose) return false;
    const auto p = project(*pose, onRoad(*st.road, atM, 0, 0));
    return p && p->x > 0 && p->x < kFrameWidth && p->y > 0 && p->y < bonnetRow(st, p->x);
}

} // namespace

std::map<BeatId, SeenAhead> seenByCamera(const Guide& g, const Stage& st, double farM) {
    constexpr double kStepM = 2, kNearestM = 3, kLeastM = 10; // m; a place that is seen for less is as good as unseen
    std::map<BeatId, SeenAhead> seen;
    if (g.sources.film().camera.assumed || !st.road || !st.path) return seen;
    for (const auto& c : g.corners)
        for (const auto& b : c.beats) {
            if (b.anywhere || !std::isfinite(b.atM)) continue;
            SeenAhead s{farM, kNearestM};
            while (s.nearM < farM && !inPicture(st, b.atM, s.nearM)) s.nearM += kStepM;
            while (s.farM > s.nearM && !inPicture(st, b.atM, s.farM)) s.farM -= kStepM;
            if (s.farM - s.nearM >= kLeastM) seen[b.id] = s;
        }
    return seen;
}

} // namespace hl

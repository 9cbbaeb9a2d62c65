// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/pick_place.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kFarthestM = 250, kNearestM = 3, kWidestM = 60; // beside the centre line

/// At a distance ahead: how far beside the centre line the point lies, if it lies on the ground there. The pixel's row
/// is held against the row of the ground; both are told.
struct AtDistance {
    double lateral = 0, rowOff = 0;
    bool known = false;
};

AtDistance groundAt(const CameraPose& pose, const Track& road, double atM, Vec2 px) {
    double lateral = 0;
    AtDistance a;
    for (int turn = 0; turn < 8; ++turn) { // the column is nearly straight in the offset
        const auto here = project(pose, onRoad(road, atM, lateral, 0)),
                   beside = project(pose, onRoad(road, atM, lateral + 1, 0));
        if (!here || !beside || std::abs(beside->x - here->x) < 1e-6) return a;
        const double step = (px.x - here->x) / (beside->x - here->x);
        lateral += std::clamp(step, -30.0, 30.0);
        a.rowOff = here->y - px.y;
        if (std::abs(step) < 1e-4) break;
    }
    const auto there = project(pose, onRoad(road, atM, lateral, 0));
    if (!there || std::abs(lateral) > kWidestM || std::abs(there->x - px.x) > 1) return a;
    return {lateral, there->y - px.y, true};
}

} // namespace

std::optional<OnRoad> roadPlaceAt(const Stage& st, Vec2 px, FootageTime when) {
    const auto pose = poseAt(st, when);
    if (!pose) return std::nullopt;
    const double now = placeAt(st.trace, st.guide.sources.film().tie.log(when));
    // The nearest ground that passes under the point: its row sinks below nothing as it comes nearer.
    double before = 0;
    bool known = false;
    for (double d = kNearestM; d <= kFarthestM; d += 1) {
        const auto a = groundAt(*pose, *st.road, now + d, px);
        if (known && a.known && before > 0 && a.rowOff <= 0) {
            double near = d - 1, far = d;
            for (int i = 0; i < 30; ++i) {
                const double mid = (near + far) / 2;
                const auto m = groundAt(*pose, *st.road, now + mid, px);
                (m.known && m.rowOff > 0 ? near : far) = mid;
            }
            const auto hit = groundAt(*pose, *st.road, now + far, px);
            return OnRoad{now + far, now + far, hit.lateral, 0};
        }
        before = a.rowOff, known = a.known;
    }
    return std::nullopt;
}

std::optional<Vec2> frameOf(const Stage& st, const OnRoad& place, FootageTime when) {
    const auto pose = poseAt(st, when);
    if (!pose) return std::nullopt;
    const auto p = project(*pose, onRoad(*st.road, place.atM, place.lateralM, place.heightM));
    const bool inside = p && p->x >= 0 && p->x <= kFrameWidth && p->y >= 0 && p->y <= kFrameHeight;
    return inside ? p : std::nullopt;
}

} // namespace hl

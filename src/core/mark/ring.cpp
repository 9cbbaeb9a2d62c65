// SPDX-License-Identifier: GPL-3.0-or-later
// A ring round a thing to look for.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::TurnIn};

/// As large as what people look for usually is, however near: a board must stand within it.
bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    constexpr double kUsualM = 1.2, kLeastPx = 14, kMostPx = 150;
    if (!placeSpot(at, where, where.heightM, out)) return false;
    out.sizePx = std::clamp(at.pose.focalPx * kUsualM / std::max(1.0, out.aheadM), kLeastPx, kMostPx);
    return true;
}

MarkDrawing draw(const MarkOnScreen& m) {
    MarkShape ring;
    addEllipse(ring.path, m.points[0], m.sizePx, m.sizePx);
    ring.lineWidth = m.speaking ? 4 : 2.5, ring.haloWidth = ring.lineWidth + 3;
    return {{ring}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return {m.points[0].x, m.points[0].y - m.sizePx}; }

} // namespace

const MarkKind kRingMark{.key = "ring",
                         .name = "ring",
                         .onThing = true,
                         .place = place,
                         .draw = draw,
                         .labelAt = labelAt,
                         .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Linking: this exit is given up for the next entry; a path on the road that bends and points on.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Exit, Topic::Approach};

double leftOf(const Projector& at, const OnRoad& where, double s) {
    const double share = where.toM > where.atM ? std::clamp((s - where.atM) / (where.toM - where.atM), 0.0, 1.0) : 0;
    return at.drivenLeft(s) * (1 - share) + where.lateralM * share;
}

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placeOnRoad(at, where, leftOf, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    using Op = PathStep::Op;
    auto path = lineShape(m.points, Tone::Steering, m.speaking ? 5 : 3.5);
    const Vec2 tip = m.points.back(), before = m.points[m.points.size() - 2];
    const double length = std::max(1e-6, std::hypot(tip.x - before.x, tip.y - before.y)), size = 16;
    const Vec2 way{(tip.x - before.x) / length, (tip.y - before.y) / length};
    path.path.push_back(
        {Op::Move, {}, {}, {tip.x - size * (way.x + 0.7 * way.y), tip.y - size * (way.y - 0.7 * way.x)}});
    path.path.push_back({Op::Line, {}, {}, tip});
    path.path.push_back(
        {Op::Line, {}, {}, {tip.x - size * (way.x - 0.7 * way.y), tip.y - size * (way.y + 0.7 * way.x)}});
    return {{path}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points.back(); }

} // namespace

const MarkKind kLinkingMark{.key = "linking",
                            .name = "linking",
                            .tone = Tone::Steering,
                            .stretch = true,
                            .farthestM = 120,
                            .place = place,
                            .draw = draw,
                            .labelAt = labelAt,
                            .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The apex: a drop whose tip touches the clipping point.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Apex, Topic::Kerb, Topic::Slowest};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placeSpot(at, where, 0, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    using Op = PathStep::Op;
    const double r = std::clamp(m.sizePx * 0.42, 7.0, 26.0), k = 0.5522847498;
    const Vec2 tip = m.points[0], c{tip.x, tip.y - 2.2 * r};
    MarkShape drop;
    drop.path = {{Op::Move, {}, {}, tip},
                 {Op::Cubic, {tip.x - 0.3 * r, tip.y - 0.9 * r}, {c.x - r, c.y + r}, {c.x - r, c.y}},
                 {Op::Cubic, {c.x - r, c.y - k * r}, {c.x - k * r, c.y - r}, {c.x, c.y - r}},
                 {Op::Cubic, {c.x + k * r, c.y - r}, {c.x + r, c.y - k * r}, {c.x + r, c.y}},
                 {Op::Cubic, {c.x + r, c.y + r}, {tip.x + 0.3 * r, tip.y - 0.9 * r}, tip},
                 {Op::Close, {}, {}, {}}};
    drop.fill = Fill::Full, drop.haloWidth = m.speaking ? 7 : 4.5;
    return {{drop}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return {m.points[0].x, m.points[0].y - 1.3 * m.sizePx}; }

} // namespace

const MarkKind kApexDropMark{
    .key = "apex-drop", .name = "apex", .place = place, .draw = draw, .labelAt = labelAt, .illustrates = kOf};

} // namespace hl

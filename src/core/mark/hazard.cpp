// SPDX-License-Identifier: GPL-3.0-or-later
// A hazard: a broken ring.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Limits, Topic::Kerb, Topic::Free};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    return placeSpot(at, where, where.heightM, out);
}

/// Four arcs with gaps between them.
MarkDrawing draw(const MarkOnScreen& m) {
    using Op = PathStep::Op;
    MarkShape ring;
    const Vec2 c = m.points[0];
    const double r = std::max(12.0, m.sizePx), half = rad(32), k = 4.0 / 3 * std::tan(half / 2);
    for (int i = 0; i < 4; ++i) {
        const double a = rad(45) + i * rad(90) - half, b = a + 2 * half;
        const Vec2 from{c.x + r * std::cos(a), c.y + r * std::sin(a)}, to{c.x + r * std::cos(b), c.y + r * std::sin(b)};
        ring.path.push_back({Op::Move, {}, {}, from});
        ring.path.push_back({Op::Cubic,
                             {from.x - k * r * std::sin(a), from.y + k * r * std::cos(a)},
                             {to.x + k * r * std::sin(b), to.y - k * r * std::cos(b)},
                             to});
    }
    ring.tone = Tone::Wrong, ring.lineWidth = m.speaking ? 5 : 3.5, ring.haloWidth = ring.lineWidth + 3.5;
    return {{ring}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return {m.points[0].x, m.points[0].y - m.sizePx}; }

} // namespace

const MarkKind kHazardMark{.key = "hazard",
                           .name = "hazard",
                           .tone = Tone::Wrong,
                           .place = place,
                           .draw = draw,
                           .labelAt = labelAt,
                           .illustrates = kOf};

} // namespace hl

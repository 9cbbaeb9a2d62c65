// SPDX-License-Identifier: GPL-3.0-or-later
// Power: a wedge on the road that rises from the first touch to the full pedal.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Power, Topic::Exit};
constexpr double kWidestM = 1.6;

/// Along both sides of the driven line, wider towards the full pedal: left side there, right side back.
bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    constexpr double kStepM = 2;
    const double length = std::max(1.0, where.toM - where.atM);
    std::vector<Vec2> back;
    for (double s = std::max(where.atM, at.nowM + kUnderCarM); s <= where.toM + 1e-6; s += kStepM) {
        const double half = kWidestM / 2 * (0.12 + 0.88 * (s - where.atM) / length), left = at.drivenLeft(s);
        const auto a = at(s, left + half, 0), b = at(s, left - half, 0);
        if (!a || !b || at.behindCrest(s, 0)) continue;
        out.points.push_back(*a);
        back.push_back(*b);
    }
    if (out.points.size() < 2) return false;
    out.points.insert(out.points.end(), back.rbegin(), back.rend());
    return true;
}

MarkDrawing draw(const MarkOnScreen& m) {
    auto wedge = lineShape(m.points, Tone::Power, m.speaking ? 3 : 2);
    wedge.path.push_back({PathStep::Op::Close, {}, {}, {}});
    auto inside = wedge;
    inside.fill = Fill::Dots, inside.lineWidth = inside.haloWidth = 0;
    return {{inside, wedge}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[m.points.size() / 2]; }

} // namespace

const MarkKind kPowerWedgeMark{.key = "power-wedge",
                               .name = "power",
                               .tone = Tone::Power,
                               .stretch = true,
                               .farthestM = 90,
                               .place = place,
                               .draw = draw,
                               .labelAt = labelAt,
                               .illustrates = kOf};

} // namespace hl

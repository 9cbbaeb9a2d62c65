// SPDX-License-Identifier: GPL-3.0-or-later
// A kerb, outlined along the edge from where it begins to where it ends.
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Apex, Topic::Kerb, Topic::Slowest};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    constexpr double kStepM = 3, kHeightM = 0.06;
    const double wide = where.lateralM > 0 ? 1.1 : -1.1;
    std::vector<Vec2> back;
    for (double s = where.atM; s <= where.toM; s += kStepM) {
        const auto inner = at(s, where.lateralM, kHeightM), outer = at(s, where.lateralM + wide, kHeightM);
        if (!inner || !outer) continue;
        out.points.push_back(*inner);
        back.push_back(*outer);
    }
    if (out.points.size() < 2) return false;
    out.points.insert(out.points.end(), back.rbegin(), back.rend());
    return true;
}

MarkDrawing draw(const MarkOnScreen& m) {
    auto outline = lineShape(m.points, Tone::Lamp, m.speaking ? 2.5 : 1.5);
    outline.path.push_back({PathStep::Op::Close, {}, {}, {}});
    auto veil = outline;
    veil.fill = Fill::Veil, veil.lineWidth = veil.haloWidth = 0;
    return {{veil, outline}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[0]; }

} // namespace

const MarkKind kKerbBlockMark{.key = "kerb-block",
                              .name = "kerb",
                              .stretch = true,
                              .wordless = true,
                              .place = place,
                              .draw = draw,
                              .labelAt = labelAt,
                              .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Where one must defend: two parallel strokes along the road, the defended one thick and the other broken away.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::Free};
constexpr double kApartM = 2.2;

double own(const Projector&, const OnRoad& where, double) { return where.lateralM; }
double other(const Projector&, const OnRoad& where, double) {
    return where.lateralM + (where.lateralM > 0 ? -kApartM : kApartM);
}

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    MarkOnScreen beside;
    if (!placeOnRoad(at, where, own, out) || !placeOnRoad(at, where, other, beside)) return false;
    out.second = out.points.size();
    out.points.insert(out.points.end(), beside.points.begin(), beside.points.end());
    return true;
}

MarkDrawing draw(const MarkOnScreen& m) {
    auto d = strokesDrawing(m, Tone::Brake, 6, 2.5);
    d.shapes[1].dashed = true;
    return d;
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[m.second / 2]; }

} // namespace

const MarkKind kDefendingMark{.key = "defending",
                              .name = "defending",
                              .tone = Tone::Brake,
                              .stretch = true,
                              .farthestM = 110,
                              .place = place,
                              .draw = draw,
                              .labelAt = labelAt,
                              .illustrates = kOf};

} // namespace hl

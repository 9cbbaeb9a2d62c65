// SPDX-License-Identifier: GPL-3.0-or-later
// Where one can pass: two parallel strokes along the road, the passing one, nearer the marker's side, thick.
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
    auto d = strokesDrawing(m, Tone::Power, 6, 2.5);
    return d;
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[m.second / 2]; }

} // namespace

const MarkKind kPassingMark{.key = "passing",
                            .name = "passing",
                            .tone = Tone::Power,
                            .stretch = true,
                            .farthestM = 110,
                            .place = place,
                            .draw = draw,
                            .labelAt = labelAt,
                            .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mark/strokes.h"

namespace hl {
namespace {

constexpr double kApartM = 2.2;

double own(const Projector&, const OnRoad& where, double) { return where.lateralM; }
double other(const Projector&, const OnRoad& where, double) {
    return where.lateralM + (where.lateralM > 0 ? -kApartM : kApartM);
}

} // namespace

bool placeStrokes(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    MarkOnScreen beside;
    if (!placeOnRoad(at, where, own, out) || !placeOnRoad(at, where, other, beside)) return false;
    out.second = out.points.size();
    out.points.insert(out.points.end(), beside.points.begin(), beside.points.end());
    return true;
}

Vec2 strokesLabelAt(const MarkOnScreen& m) { return m.points[m.second / 2]; }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Turn-in: a dashed gate across the road.
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::TurnIn};
constexpr double kHeightM = 0.9;

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placePosts(at, where, kHeightM, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    const Vec2 way[] = {m.points[1], m.points[0], m.points[3], m.points[2]};
    auto gate = lineShape(way, Tone::Steering, m.speaking ? 4.5 : 3);
    gate.dashed = true;
    return {{gate}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[1]; }

} // namespace

const MarkKind kTurnGateMark{.key = "turn-gate",
                             .name = "turn-in",
                             .tone = Tone::Steering,
                             .countsDown = true,
                             .place = place,
                             .draw = draw,
                             .labelAt = labelAt,
                             .illustrates = kOf};

} // namespace hl

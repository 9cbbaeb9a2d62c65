// SPDX-License-Identifier: GPL-3.0-or-later
// A window that shows what the ring in the film holds, enlarged and with its contrast raised: for what can hardly be
// seen at speed. Where the window stands is the layout's work.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::TurnIn, Topic::Apex, Topic::Exit, Topic::Kerb};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    return placeSpot(at, where, where.heightM, out);
}

MarkDrawing draw(const MarkOnScreen& m) {
    MarkShape ring;
    const double r = m.sizePx * kLensRoom;
    using Op = PathStep::Op;
    const Vec2 c = m.points[0];
    const double w = r * kLensWidthPx / kLensHeightPx; // as wide as the window shows
    ring.path = {{Op::Move, {}, {}, {c.x - w, c.y - r}},
                 {Op::Line, {}, {}, {c.x + w, c.y - r}},
                 {Op::Line, {}, {}, {c.x + w, c.y + r}},
                 {Op::Line, {}, {}, {c.x - w, c.y + r}},
                 {Op::Close, {}, {}, {}}};
    ring.lineWidth = 2, ring.haloWidth = 5;
    return {{ring}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return {m.points[0].x, m.points[0].y - m.sizePx * kLensRoom}; }

} // namespace

double lensTimes(const MarkOnScreen& m) {
    constexpr double kLeast = 1.5, kMost = 12;
    return std::clamp(kLensHeightPx / (2 * kLensRoom * std::max(1.0, m.sizePx)), kLeast, kMost);
}

const MarkKind kLoupeMark{.key = "loupe",
                          .name = "loupe",
                          .window = true,
                          .onThing = true,
                          .farthestM = 220,
                          .place = place,
                          .draw = draw,
                          .labelAt = labelAt,
                          .illustrates = kOf};

} // namespace hl

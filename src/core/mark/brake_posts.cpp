// SPDX-License-Identifier: GPL-3.0-or-later
// The braking point: posts at both sides of the road, each with a falling wedge.
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::Gears};
constexpr double kHeightM = 1.6;

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placePosts(at, where, kHeightM, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    using Op = PathStep::Op;
    MarkDrawing d{{postsShape(m, Tone::Brake)}, {}};
    const double size = std::clamp(m.sizePx * 0.55, 8.0, 46.0);
    for (const auto& [top, way] : {std::pair(m.points[1], 1.0), std::pair(m.points[2], -1.0)}) {
        MarkShape flag;
        flag.path = {{Op::Move, {}, {}, top},
                     {Op::Line, {}, {}, {top.x + way * size * 1.3, top.y}},
                     {Op::Line, {}, {}, {top.x, top.y + size}},
                     {Op::Close, {}, {}, {}}};
        flag.tone = Tone::Brake, flag.fill = Fill::Hatch, flag.lineWidth = 1.5;
        d.shapes.push_back(std::move(flag));
    }
    return d;
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[1]; }

} // namespace

const MarkKind kBrakePostsMark{.key = "brake-posts",
                               .name = "braking point",
                               .tone = Tone::Brake,
                               .countsDown = true,
                               .place = place,
                               .draw = draw,
                               .labelAt = labelAt,
                               .illustrates = kOf};

} // namespace hl

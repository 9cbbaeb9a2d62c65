// SPDX-License-Identifier: GPL-3.0-or-later
// A shift: a small keystone with the gear before and the gear after; the label is "4>3".
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Gears, Topic::Brake};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placeSpot(at, where, 0, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    using Op = PathStep::Op;
    const Vec2 c{m.points[0].x, m.points[0].y - 26};
    const auto near = [&](double x, double y) { return Vec2{c.x + x, c.y + y}; };
    MarkShape stone;
    stone.path = {{Op::Move, {}, {}, near(-38, -19)},
                  {Op::Line, {}, {}, near(38, -19)},
                  {Op::Line, {}, {}, near(30, 19)},
                  {Op::Line, {}, {}, near(-30, 19)},
                  {Op::Close, {}, {}, {}}};
    stone.tone = Tone::Mist, stone.fill = Fill::Plate, stone.lineWidth = 1.5;
    MarkShape arrow; // drawn, not typed: few fonts have one
    arrow.path = {{Op::Move, {}, {}, near(-5, 0)},
                  {Op::Line, {}, {}, near(5, 0)},
                  {Op::Move, {}, {}, near(2, -3)},
                  {Op::Line, {}, {}, near(5, 0)},
                  {Op::Line, {}, {}, near(2, 3)}};
    arrow.tone = Tone::Mist, arrow.lineWidth = 1.6;
    const auto split = m.label.find('>');
    MarkDrawing d{{stone, arrow}, {}};
    d.words.push_back({near(-20, 0), m.label.substr(0, split), Tone::Mist, 23});
    if (split != std::string::npos) d.words.push_back({near(20, 0), m.label.substr(split + 1), Tone::Lamp, 23});
    return d;
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[0]; }

} // namespace

const MarkKind kGearKeystoneMark{.key = "gear-keystone",
                                 .name = "shift",
                                 .wordless = true,
                                 .nextOnly = true,
                                 .farthestM = 60,
                                 .place = place,
                                 .draw = draw,
                                 .labelAt = labelAt,
                                 .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The line laid on the road: as driven, or as advised. An advised line leaves the driven one by the marker's lateral
// metres in its middle and meets it again at both ends.
#include "core/mark/advised_line.h"
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Approach, Topic::TurnIn, Topic::Apex, Topic::Exit};
constexpr std::string_view kWays[] = {"driven", "advised"};

double leftOf(const Projector& at, const OnRoad& where, double s) { return at.drivenLeft(s) + advisedAside(where, s); }

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placeOnRoad(at, where, leftOf, out); }

MarkDrawing draw(const MarkOnScreen& m) {
    const bool advised = m.way == "advised";
    auto line = lineShape(m.points, advised ? Tone::Mist : Tone::Lamp, m.speaking ? 5 : 3.5);
    line.dashed = advised;
    return {{line}, {}};
}

Vec2 labelAt(const MarkOnScreen& m) { return m.points[m.points.size() / 2]; }

} // namespace

const MarkKind kRoadLineMark{.key = "road-line",
                             .name = "line",
                             .stretch = true,
                             .farthestM = 110,
                             .place = place,
                             .draw = draw,
                             .labelAt = labelAt,
                             .illustrates = kOf,
                             .ways = kWays};

} // namespace hl

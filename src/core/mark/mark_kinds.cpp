// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/mark/mark_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr const MarkKind* kMarkKinds[] = {&kRingMark,      &kBrakePostsMark,   &kTurnGateMark,  &kApexDropMark,
                                          &kKerbBlockMark, &kGearKeystoneMark, &kExitPostsMark, &kPowerWedgeMark,
                                          &kRoadLineMark,  &kLinkingMark,      &kHazardMark,    &kPassingMark,
                                          &kDefendingMark, &kLoupeMark};

} // namespace

std::span<const MarkKind* const> markKinds() { return kMarkKinds; }

const MarkKind* markKindOf(std::string_view key) {
    const auto it = std::find_if(std::begin(kMarkKinds), std::end(kMarkKinds), [&](auto* k) { return k->key == key; });
    return it == std::end(kMarkKinds) ? nullptr : *it;
}

MarkShape lineShape(std::span<const Vec2> points, Tone tone, double width) {
    MarkShape s;
    constexpr double kNearPx = 1.5;
    for (std::size_t i = 0; i < points.size(); ++i) {
        const bool end = i == 0 || i + 1 == points.size();
        if (!end && std::hypot(points[i].x - s.path.back().to.x, points[i].y - s.path.back().to.y) < kNearPx) continue;
        s.path.push_back({i == 0 ? PathStep::Op::Move : PathStep::Op::Line, {}, {}, points[i]});
    }
    s.tone = tone, s.lineWidth = width, s.haloWidth = width + 3.5;
    return s;
}

bool placeOnRoad(const Projector& at, const OnRoad& where, double (*leftOf)(const Projector&, const OnRoad&, double),
                 MarkOnScreen& out) {
    constexpr double kStepM = 2.5;
    const double from = std::max(where.atM, at.nowM + kUnderCarM);
    for (double s = from; s <= where.toM; s += kStepM) {
        const auto p = at(s, leftOf(at, where, s), 0);
        if (p && !at.behindCrest(s, 0)) out.points.push_back(*p);
    }
    return out.points.size() >= 2;
}

MarkDrawing strokesDrawing(const MarkOnScreen& m, Tone tone, double nearer, double farther) {
    const auto first = std::min(m.second, m.points.size());
    const std::span all(m.points);
    return {{lineShape(all.first(first), tone, nearer), lineShape(all.subspan(first), tone, farther)}, {}};
}

void addEllipse(std::vector<PathStep>& path, Vec2 c, double rx, double ry) {
    constexpr double k = 0.5522847498; // a quarter circle as a cubic
    using Op = PathStep::Op;
    path.push_back({Op::Move, {}, {}, {c.x + rx, c.y}});
    path.push_back({Op::Cubic, {c.x + rx, c.y + k * ry}, {c.x + k * rx, c.y + ry}, {c.x, c.y + ry}});
    path.push_back({Op::Cubic, {c.x - k * rx, c.y + ry}, {c.x - rx, c.y + k * ry}, {c.x - rx, c.y}});
    path.push_back({Op::Cubic, {c.x - rx, c.y - k * ry}, {c.x - k * rx, c.y - ry}, {c.x, c.y - ry}});
    path.push_back({Op::Cubic, {c.x + k * rx, c.y - ry}, {c.x + rx, c.y - k * ry}, {c.x + rx, c.y}});
    path.push_back({Op::Close, {}, {}, {}});
}

bool placePosts(const Projector& at, const OnRoad& where, double height, MarkOnScreen& out) {
    const auto road = frameAt(at.road, where.atM);
    const double left = road.left + 0.4, right = -road.right - 0.4;
    const std::optional<Vec2> points[] = {at(where.atM, left, 0), at(where.atM, left, height),
                                          at(where.atM, right, height), at(where.atM, right, 0)};
    if (at.behindCrest(where.atM, height)) return false;
    for (const auto& p : points) {
        if (!p) return false;
        out.points.push_back(*p);
    }
    out.sizePx = std::abs(out.points[0].y - out.points[1].y);
    return true;
}

bool placeSpot(const Projector& at, const OnRoad& where, double heightM, MarkOnScreen& out) {
    const auto p = at(where.atM, where.lateralM, heightM);
    if (!p || at.behindCrest(where.atM, heightM)) return false;
    out.points.push_back(*p);
    out.sizePx = std::clamp(at.pose.focalPx * 1.5 / std::max(4.0, out.aheadM), 14.0, 70.0);
    return true;
}

MarkShape postsShape(const MarkOnScreen& m, Tone tone) {
    using Op = PathStep::Op;
    MarkShape s;
    s.path = {{Op::Move, {}, {}, m.points[0]},
              {Op::Line, {}, {}, m.points[1]},
              {Op::Move, {}, {}, m.points[3]},
              {Op::Line, {}, {}, m.points[2]}};
    s.tone = tone, s.lineWidth = m.speaking ? 5 : 3.5, s.haloWidth = s.lineWidth + 3;
    return s;
}

} // namespace hl

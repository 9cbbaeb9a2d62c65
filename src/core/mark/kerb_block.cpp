// SPDX-License-Identifier: GPL-3.0-or-later
// A kerb, outlined along the edge from where it begins to where it ends.
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Kerb, Topic::Apex, Topic::Slowest};
constexpr std::string_view kWays[] = {"use", "part", "avoid", "limit"};

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) {
    constexpr double kStepM = 3, kHeightM = 0.06;
    const double wide = where.lateralM > 0 ? 1.1 : -1.1;
    std::vector<Vec2> back;
    for (double s = std::max(where.atM, at.nowM + kUnderCarM); s <= where.toM; s += kStepM) {
        const auto inner = at(s, where.lateralM, kHeightM), outer = at(s, where.lateralM + wide, kHeightM);
        if (!inner || !outer || at.behindCrest(s, kHeightM)) continue;
        out.points.push_back(*inner);
        back.push_back(*outer);
    }
    if (out.points.size() < 2) return false;
    out.points.insert(out.points.end(), back.rbegin(), back.rend());
    return true;
}

/// Bars from the inner edge to the outer one, every so many points; crossed where the kerb is to be left alone.
MarkShape bars(const MarkOnScreen& m, double width) {
    MarkShape s;
    const std::size_t half = m.points.size() / 2;
    for (std::size_t i = 0; i + 1 < half; i += 2) {
        const auto &a = m.points[i], &b = m.points[m.points.size() - 2 - i], &c = m.points[i + 1],
                   &d = m.points[m.points.size() - 1 - i];
        using Op = PathStep::Op;
        s.path.push_back({Op::Move, {}, {}, a}), s.path.push_back({Op::Line, {}, {}, b});
        s.path.push_back({Op::Move, {}, {}, c}), s.path.push_back({Op::Line, {}, {}, d});
    }
    s.tone = Tone::Wrong, s.lineWidth = width, s.haloWidth = width + 3;
    return s;
}

/// To be used: solid; in part: solid along the road, open outside; avoided: crossed; the limit: a double line.
MarkDrawing draw(const MarkOnScreen& m) {
    const std::size_t half = m.points.size() / 2;
    const std::span all(m.points);
    const double width = m.speaking ? 3 : 2;
    auto outline = lineShape(m.points, Tone::Lamp, width);
    outline.path.push_back({PathStep::Op::Close, {}, {}, {}});
    auto veil = outline;
    veil.fill = Fill::Veil, veil.lineWidth = veil.haloWidth = 0;
    const auto inner = lineShape(all.first(half), Tone::Lamp, width + 1);
    auto outer = lineShape(all.subspan(half), Tone::Lamp, width);
    if (m.way == "part") {
        outer.dashed = true;
        return {{inner, outer}, {}};
    }
    if (m.way == "avoid") {
        outline.tone = Tone::Wrong;
        return {{outline, bars(m, width)}, {}};
    }
    if (m.way == "limit") {
        auto limit = inner;
        limit.tone = Tone::Wrong, outer.tone = Tone::Wrong;
        return {{limit, outer}, {}};
    }
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
                              .illustrates = kOf,
                              .ways = kWays};

} // namespace hl

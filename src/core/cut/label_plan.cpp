// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/label_plan.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

constexpr double kTop = 84, kLowest = 438, kSide = 16; // px: between the tag and the band along the bottom
constexpr double kApart = 8;

struct Box {
    double x0, y0, x1, y1;
    bool meets(const Box& o) const { return x0 < o.x1 && o.x0 < x1 && y0 < o.y1 && o.y0 < y1; }
};

Box boxOf(const LabelBox& b, double room = 0) {
    return {b.x - room, b.y - room, b.x + b.width + room, b.y + b.height + room};
}

Box boundsOf(const MarkOnScreen& m) {
    Box b{1e9, 1e9, -1e9, -1e9};
    for (const auto& p : m.points)
        b = {std::min(b.x0, p.x), std::min(b.y0, p.y), std::max(b.x1, p.x), std::max(b.y1, p.y)};
    const double r = m.points.size() == 1 ? m.sizePx : 6;
    return {b.x0 - r, b.y0 - r, b.x1 + r, b.y1 + r};
}

bool cross(Vec2 a, Vec2 b, Vec2 c, Vec2 d) {
    const auto side = [](Vec2 p, Vec2 q, Vec2 r) { return (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x); };
    return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/// Whether a line runs through a box: it ends there, or crosses one of its diagonals.
bool through(Vec2 a, Vec2 b, const Box& x) {
    const auto inside = [&](Vec2 p) { return p.x > x.x0 && p.x < x.x1 && p.y > x.y0 && p.y < x.y1; };
    return inside(a) || inside(b) || cross(a, b, {x.x0, x.y0}, {x.x1, x.y1}) || cross(a, b, {x.x0, x.y1}, {x.x1, x.y0});
}

/// Two labels with their lines, each off the other's words, and the lines off each other.
bool apart(const LabelBox& box, Vec2 anchor, const LabelBox& other, Vec2 otherAnchor) {
    const auto end = lineEnd(box, anchor), otherEnd = lineEnd(other, otherAnchor);
    return !boxOf(box, kApart).meets(boxOf(other)) && !cross(end, anchor, otherEnd, otherAnchor) &&
           !through(end, anchor, boxOf(other)) && !through(otherEnd, otherAnchor, boxOf(box));
}

/// One mark at one moment that was looked at.
struct Glimpse {
    std::size_t tick;
    Vec2 anchor;
    Box bounds;
    bool speaking;
};

/// A mark while it is in sight without a break, within one section.
struct Appearance {
    MarkerId marker;
    std::string label;
    bool window = false;
    std::vector<Glimpse> seen = {};
};

/// The stretch of an appearance, as glimpses, in which the mark would like to be named.
struct Wish {
    const Appearance* of;
    std::size_t first, last;
    bool speaking;
    double width, height;
    std::size_t enough; ///< glimpses it must show to be read
};

/// When each look begins. Counted from each section's beginning: what comes before a section moves no label in it.
std::vector<GuideTime> looksAt(const Cut& cut, double stepS) {
    std::vector<GuideTime> looks;
    for (const auto& s : cut.sections)
        for (int k = 0; s.start + Seconds(k * stepS) < s.end; ++k) looks.push_back(s.start + Seconds(k * stepS));
    return looks;
}

std::vector<Appearance> appearances(const Stage& st, const Cut& cut, const std::vector<GuideTime>& looks, double stepS,
                                    const std::function<bool()>& wanted) {
    std::vector<Appearance> all;
    std::map<MarkerId, std::size_t> open;
    const Section* section = nullptr;
    for (std::size_t tick = 0; tick < looks.size(); ++tick) {
        if (!wanted()) return {};
        const auto t = looks[tick] + Seconds(0.5 * stepS);
        const auto now = momentAt(cut, t);
        if (now.section != section) open.clear(), section = now.section;
        if (!section || now.shot->kind == ShotKind::Card) continue;
        const auto* spoken = spokenAt(cut, t);
        const double atM = placeAt(st.trace, st.guide.sources.film().tie.log(now.footage));
        const auto* corner = cornerAt(st.guide, *section, atM, spoken);
        if (!corner) continue;
        const auto* beat = beatWith(st.guide, spoken ? spoken->beat() : now.shot->beat);
        if (!picturesAt(st, now.footage, section->kind, beat).onlyTheFilm()) {
            open.clear();
            continue;
        }
        std::map<MarkerId, std::size_t> still;
        for (const auto& m : marksAt(st, *corner, now.footage, section->kind, beat)) {
            if (m.kind->wordless || (m.label.empty() && !m.kind->window)) continue;
            const auto before = open.find(m.id);
            const auto i = before == open.end() ? all.size() : before->second;
            if (i == all.size()) all.push_back({m.id, widestWords(m), m.kind->window});
            all[i].seen.push_back({tick, m.kind->labelAt(m), boundsOf(m), m.speaking});
            still[m.id] = i;
        }
        open = std::move(still);
    }
    return all;
}

/// While it is spoken of, else all the time it is seen; what is spoken of comes first.
std::vector<Wish> wishes(const std::vector<Appearance>& all, const LabelRules& rules,
                         const std::function<double(const std::string&)>& widthOf) {
    std::vector<Wish> out;
    for (const auto& a : all) {
        const auto enough = static_cast<std::size_t>(rules.least(a.label) / rules.stepS) + 1;
        if (a.seen.size() < enough) continue;
        Wish w{&a,
               0,
               a.seen.size() - 1,
               false,
               a.window ? rules.windowWidth : widthOf(a.label),
               a.window ? rules.windowHeight : rules.height,
               enough};
        const auto isSpoken = [](const Glimpse& g) { return g.speaking; };
        const auto first = std::find_if(a.seen.begin(), a.seen.end(), isSpoken);
        if (first != a.seen.end()) {
            const auto last = std::find_if(a.seen.rbegin(), a.seen.rend(), isSpoken);
            w.speaking = true, w.first = static_cast<std::size_t>(first - a.seen.begin());
            w.last = a.seen.size() - 1 - static_cast<std::size_t>(last - a.seen.rbegin());
            w.last = std::max(w.last, std::min(a.seen.size(), w.first + enough) - 1);
            w.first = std::min(w.first, w.last + 1 - enough);
        }
        out.push_back(w);
    }
    std::stable_sort(out.begin(), out.end(), [](const Wish& x, const Wish& y) { return x.speaking > y.speaking; });
    return out;
}

/// What was placed, moment by moment, with what it names.
using Taken = std::map<std::size_t, std::vector<std::pair<LabelBox, Vec2>>>;

bool fits(const Wish& w, const LabelBox& box, std::size_t first, const Taken& taken, const LabelRules& rules) {
    if (std::any_of(rules.keptFree.begin(), rules.keptFree.end(), [&](const LabelBox& b) { return meets(b, box); }))
        return false;
    const auto own = boxOf(box);
    for (std::size_t i = first; i <= w.last; ++i) {
        const auto& g = w.of->seen[i];
        if (own.meets(g.bounds)) return false;
        const auto others = taken.find(g.tick);
        if (others == taken.end()) continue;
        if (others->second.size() >= rules.most) return false;
        for (const auto& [other, anchor] : others->second)
            if (!apart(box, g.anchor, other, anchor)) return false;
    }
    return true;
}

/// Near its mark, and above it rather than below.
double cost(const Wish& w, const LabelBox& box, std::size_t first) {
    double sum = 0;
    for (std::size_t i = first; i <= w.last; ++i) {
        const auto a = w.of->seen[i].anchor;
        const auto end = lineEnd(box, a);
        sum += std::hypot(end.x - a.x, end.y - a.y) + (box.y > a.y ? 60 : 0);
    }
    return sum / num(w.last - first + 1);
}

std::optional<LabelBox> placeFor(const Wish& w, std::size_t first, const Taken& taken, const LabelRules& rules) {
    constexpr double kColumnPx = 40, kRowPx = 46;
    std::optional<LabelBox> best;
    double least = 1e18;
    for (double y = kTop; y + w.height <= kLowest; y += kRowPx)
        for (double x = kSide; x + w.width <= kFrameWidth - kSide; x += kColumnPx) {
            const LabelBox box{x, y, w.width, w.height};
            const double c = cost(w, box, first);
            if (c < least && fits(w, box, first, taken, rules)) least = c, best = box;
        }
    return best;
}

} // namespace

Vec2 lineEnd(const LabelBox& b, Vec2 anchor) {
    const double in = std::min(8.0, b.width / 2);
    return {std::clamp(anchor.x, b.x + in, b.x + b.width - in), anchor.y < b.y + b.height / 2 ? b.y : b.y + b.height};
}

LabelPlan plannedLabels(const Stage& st, const Cut& cut, const std::function<double(const std::string&)>& widthOf,
                        LabelRules rules, const std::function<bool()>& wanted) {
    LabelPlan plan;
    rules.keptFree = zonesInFrame(st.guide.sources.film(), st.filmSize);
    const auto corners = placedInCorners(st.guide.showings.gauges, kNoPicture, rules.keptFree);
    for (const auto& g : corners.gauges) rules.keptFree.push_back(g.box);
    Taken taken;
    const auto looks = looksAt(cut, rules.stepS);
    const auto all = appearances(st, cut, looks, rules.stepS, wanted);
    for (const auto& w : wishes(all, rules, widthOf)) {
        // All of the wish, else a later and shorter piece of it that still can be read: there the mark is nearer.
        const auto later = std::max<std::size_t>(1, w.enough / 3);
        for (std::size_t first = w.first; first + w.enough <= w.last + 1; first += later) {
            const auto box = placeFor(w, first, taken, rules);
            if (!box) continue;
            for (std::size_t i = first; i <= w.last; ++i)
                taken[w.of->seen[i].tick].emplace_back(*box, w.of->seen[i].anchor);
            plan.labels.push_back({w.of->marker, looks[w.of->seen[first].tick],
                                   looks[w.of->seen[w.last].tick] + Seconds(rules.stepS), *box});
            break;
        }
    }
    std::sort(plan.labels.begin(), plan.labels.end(), [](auto& a, auto& b) { return a.from < b.from; });
    return plan;
}

std::string widestWords(const MarkOnScreen& m) { return m.label + (m.kind->countsDown ? "  000 m" : ""); }

std::optional<LabelBox> boxAt(const LabelPlan& plan, MarkerId marker, GuideTime t) {
    for (const auto& l : plan.labels) {
        if (l.from > t) break;
        if (l.marker == marker && t < l.to) return l.box;
    }
    return std::nullopt;
}

} // namespace hl

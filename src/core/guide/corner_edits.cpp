// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/corner_edits.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kLeastM = 2; // between two bounds

std::optional<std::size_t> indexOf(const Guide& g, CornerId id) {
    for (std::size_t i = 0; i < g.corners.size(); ++i)
        if (g.corners[i].id == id) return i;
    return std::nullopt;
}

bool holds(const GuideCorner& c, double atM) { return atM >= c.startM && atM <= c.endM; }

/// First and last metre that something authored in the corner needs.
std::pair<double, double> authored(const GuideCorner& c) {
    double lo = 1e9, hi = -1e9;
    for (const auto& b : c.beats) lo = std::min(lo, b.atM), hi = std::max(hi, b.atM);
    return {lo, hi};
}

void inRoadOrder(GuideCorner& c) {
    std::stable_sort(c.beats.begin(), c.beats.end(), [](const Beat& a, const Beat& b) { return a.atM < b.atM; });
}

/// Where a marker stands along the road; none for one that is only in the picture.
std::optional<double> metreOf(const Guide& g, const Marker& m) {
    const auto place = roadPlace(g, m.at);
    return place ? std::optional(place->atM) : std::nullopt;
}

/// Moves what lies outside its corner and inside a neighbour to the neighbour.
void handOver(const Guide& g, GuideCorner& from, GuideCorner& to) {
    const auto goesAt = [&](double atM) { return !holds(from, atM) && holds(to, atM); };
    const auto move = [](auto& source, auto& target, const auto& goes) {
        for (auto& x : source)
            if (goes(x)) target.push_back(x);
        std::erase_if(source, goes);
    };
    move(from.beats, to.beats, [&](const Beat& b) { return goesAt(b.atM); });
    move(from.markers, to.markers, [&](const Marker& m) {
        const auto at = metreOf(g, m);
        return at && goesAt(*at);
    });
    inRoadOrder(to);
}

/// The stretch becomes what it was told to be, between the bounds it has.
void describe(GuideCorner& g, const CornerShape& told) {
    auto shape = told;
    shape.complex = g.complex, shape.complexKind = g.complexKind;
    shape.startM = g.startM, shape.endM = g.endM;
    shape.turnInM = std::clamp(told.turnInM, g.startM, g.endM);
    shape.apexM = std::clamp(told.apexM, shape.turnInM, g.endM);
    std::erase_if(shape.apexesM, [&](double m) { return m < shape.turnInM || m > g.endM; });
    static_cast<CornerShape&>(g) = std::move(shape);
}

void moveStart(Guide& g, std::size_t i, double atM) {
    auto& c = g.corners[i];
    const double latest = std::min(c.turnInM - kLeastM, std::max(c.startM, authored(c).first));
    double earliest = i > 0 ? g.corners[i - 1].apexM + kLeastM : -1e9;
    if (i > 0 && latest < earliest) return;
    auto at = std::clamp(atM, earliest, std::max(earliest, c.turnInM - kLeastM));
    const bool handsOver = i > 0 && g.corners[i - 1].endM >= c.startM - kLeastM; // the two touch
    if (at > c.startM && !handsOver) at = std::min(at, latest);
    if (i > 0 && (handsOver || at < g.corners[i - 1].endM)) g.corners[i - 1].endM = at;
    c.startM = at;
    if (i > 0) handOver(g, c, g.corners[i - 1]), handOver(g, g.corners[i - 1], c);
}

void moveEnd(Guide& g, std::size_t i, double atM) {
    auto& c = g.corners[i];
    const bool last = i + 1 == g.corners.size();
    const bool handsOver = !last && g.corners[i + 1].startM <= c.endM + kLeastM;
    if (!last && g.corners[i + 1].turnInM - kLeastM < c.apexM) return;
    auto at = std::max(atM, c.apexM + kLeastM);
    if (!last) at = std::min(at, g.corners[i + 1].turnInM - kLeastM);
    if (at < c.endM && !handsOver) at = std::max(at, std::min(c.endM, authored(c).second));
    if (!last && (handsOver || at > g.corners[i + 1].startM)) g.corners[i + 1].startM = at;
    c.endM = at;
    if (!last) handOver(g, c, g.corners[i + 1]), handOver(g, g.corners[i + 1], c);
}

void addText(std::string& to, const std::string& more) {
    if (!more.empty() && more != to) to += (to.empty() ? "" : "; ") + more;
}

void addAdvice(Advice& to, const Advice& more) {
    addText(to.advised, more.advised), addText(to.lookFor, more.lookFor), addText(to.backup, more.backup);
    if (!to.first) to.first = more.first;
    if (!to.second) to.second = more.second;
}

/// One row a topic: what is said twice is said in one.
void takeAdvice(std::vector<Advice>& rows, const Advice& a) {
    const auto same = std::find_if(rows.begin(), rows.end(), [&](const Advice& b) { return b.topic == a.topic; });
    if (same == rows.end() || a.topic == Topic::Free)
        rows.push_back(a);
    else
        addAdvice(*same, a);
}

void takeAdviceOf(const GuideCorner& other, GuideCorner& c) {
    for (const auto& a : other.advice) takeAdvice(c.advice, a);
    for (const auto& [variant, rows] : other.otherAdvice)
        for (const auto& a : rows) takeAdvice(c.otherAdvice[variant], a);
}

} // namespace

double boundOf(const GuideCorner& c, Bound b) {
    switch (b) {
    case Bound::Start: return c.startM;
    case Bound::TurnIn: return c.turnInM;
    case Bound::Apex: return c.apexM;
    case Bound::End: return c.endM;
    }
    return 0;
}

Guide withCornerBound(Guide g, CornerId corner, Bound bound, double atM) {
    const auto i = indexOf(g, corner);
    if (!i) return g;
    auto& c = g.corners[*i];
    switch (bound) {
    case Bound::Start: moveStart(g, *i, atM); break;
    case Bound::TurnIn: {
        const double lo = std::min(c.startM + kLeastM, c.apexM);
        c.turnInM = std::clamp(atM, lo, std::max(lo, c.apexM - kLeastM));
        break;
    }
    case Bound::Apex: {
        const double lo = std::min(c.turnInM + kLeastM, c.endM);
        c.apexM = std::clamp(atM, lo, std::max(lo, c.endM - kLeastM));
        break;
    }
    case Bound::End: moveEnd(g, *i, atM); break;
    }
    return g;
}

Guide withCornerSplit(Guide g, CornerId corner, double atM, const Corner& before, const Corner& after) {
    const auto i = indexOf(g, corner);
    if (!i || atM < g.corners[*i].startM + 2 * kLeastM || atM > g.corners[*i].endM - 2 * kLeastM) return g;
    GuideCorner first = g.corners[*i], second = g.corners[*i];
    const bool apexFirst = first.apexM < atM;
    auto& plain = apexFirst ? second : first;
    plain.name.clear(), plain.advice.clear(), plain.otherAdvice.clear();
    first.endM = second.startM = atM;
    second.id = newId<CornerId>(g);
    second.number = first.number + 1;
    describe(first, before), describe(second, after);
    std::erase_if(first.beats, [&](const Beat& b) { return b.atM >= atM; });
    std::erase_if(second.beats, [&](const Beat& b) { return b.atM < atM; });
    const auto ofSecond = [&](const Marker& m) { return metreOf(g, m).value_or(atM - 1) >= atM; };
    std::erase_if(first.markers, ofSecond);
    std::erase_if(second.markers, [&](const Marker& m) { return !ofSecond(m); });
    g.corners[*i] = std::move(first);
    const auto at = static_cast<std::ptrdiff_t>(*i) + 1;
    g.corners.insert(g.corners.begin() + at, std::move(second));
    for (auto k = *i + 2; k < g.corners.size(); ++k)
        if (g.corners[k].number <= g.corners[k - 1].number) g.corners[k].number = g.corners[k - 1].number + 1;
    return g;
}

Guide withCornersJoined(Guide g, CornerId corner, const Corner& joined) {
    const auto i = indexOf(g, corner);
    if (!i || *i + 1 >= g.corners.size()) return g;
    auto& c = g.corners[*i];
    auto next = g.corners[*i + 1];
    c.endM = next.endM;
    if (c.name != next.name) c.name += (c.name.empty() || next.name.empty() ? "" : " / ") + next.name;
    c.consequence = std::max(c.consequence, next.consequence);
    takeAdviceOf(next, c);
    c.beats.insert(c.beats.end(), next.beats.begin(), next.beats.end());
    c.markers.insert(c.markers.end(), next.markers.begin(), next.markers.end());
    inRoadOrder(c);
    describe(c, joined);
    const bool counted = next.number == c.number + 1;
    g.corners.erase(g.corners.begin() + static_cast<std::ptrdiff_t>(*i) + 1);
    for (auto k = *i + 1; counted && k < g.corners.size(); ++k) --g.corners[k].number;
    return g;
}

Guide withNumbersFrom(Guide g, CornerId corner, int number) {
    const auto i = indexOf(g, corner);
    if (!i || number < 1 || (*i > 0 && g.corners[*i - 1].number >= number)) return g;
    for (auto k = *i; k < g.corners.size(); ++k) g.corners[k].number = number + static_cast<int>(k - *i);
    return g;
}

Guide withCornerLabels(Guide g, CornerLabels labels) {
    g.scene.cornerLabels = labels;
    return g;
}

Guide withCorners(Guide g, const std::vector<Corner>& corners) {
    if (corners.empty()) return g;
    auto old = std::move(g.corners);
    g.corners.clear();
    for (const auto& c : corners) {
        GuideCorner n;
        static_cast<Corner&>(n) = c;
        n.id = {};
        g.corners.push_back(std::move(n));
    }
    const auto home = [&](double atM) -> GuideCorner& {
        const auto apart = [&](const GuideCorner& c) { return std::max({c.startM - atM, atM - c.endM, 0.0}); };
        return *std::min_element(g.corners.begin(), g.corners.end(),
                                 [&](auto& a, auto& b) { return apart(a) < apart(b); });
    };
    for (auto& c : old) {
        auto& n = home(c.apexM);
        if (!n.id) n.id = c.id, n.more = c.more; // the first that comes home is the one that goes on
        n.consequence = std::max(n.consequence, c.consequence);
        takeAdviceOf(c, n);
        if (n.name.empty()) n.name = c.name;
        for (auto& m : c.markers) home(metreOf(g, m).value_or(c.apexM)).markers.push_back(std::move(m));
        for (auto& b : c.beats) home(b.atM).beats.push_back(std::move(b));
    }
    for (auto& c : g.corners) { // words stay at their metres: a corner reaches as far as its words
        if (!c.id) c.id = newId<CornerId>(g);
        if (const auto [lo, hi] = authored(c); lo <= hi)
            c.startM = std::min(c.startM, lo), c.endM = std::max(c.endM, hi);
        inRoadOrder(c);
    }
    return g;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Curvature with hysteresis. A corner begins where the road bends tighter than kEnter and lasts until it bends less
// than kLeave; pieces of one direction that the car does not straighten between are one corner; a piece that turns
// less than kLeastAngle is the car moving across the road, not a corner.
#include "core/corner/corner.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kEnter = 1.0 / 260; // 1/m
constexpr double kLeave = 1.0 / 600; // 1/m
constexpr double kLeastAngle = 0.26; // rad, 15 degrees
constexpr double kJoinGapM = 18;     // straighter than this between two pieces: still one corner
constexpr double kSplitValley = 0.5; // curvature falling below this share of both peaks: two corners
constexpr double kSplitApartM = 60;  // peaks of one corner lie closer than this (a double apex)
constexpr double kOnsetShare = 0.12; // turn-in: this share of the peak curvature
constexpr double kTightShare = 0.35; // the part of a corner that counts for complexes
constexpr double kComplexGapS = 1.2; // seconds between the tight parts of neighbours driven as one
constexpr double kApproachM = 110;   // shown before the first thing that happens
constexpr double kBrakingGapM = 90;  // brakes left alone for longer belong to the corner before
constexpr double kExitM = 70;        // shown after the last

struct Bend {
    std::size_t a, b; // sample range
    double sign;
};

std::size_t tightest(const LapTrace& trace, const Bend& bend, std::size_t from, std::size_t to) {
    std::size_t best = from;
    for (auto i = from; i <= to; ++i)
        if (trace.curvature[i] * bend.sign > trace.curvature[best] * bend.sign) best = i;
    return best;
}

/// Two corners of one direction whose line never straightens between: parted where it bends least.
void split(const LapTrace& trace, const Bend& bend, std::vector<Bend>& out) {
    const auto k = [&](std::size_t i) { return trace.curvature[i] * bend.sign; };
    const auto top = tightest(trace, bend, bend.a, bend.b);
    std::size_t valley = bend.a;
    double deepest = 1;
    for (auto i = bend.a + 1; i < bend.b; ++i) {
        if (std::abs(trace.s[i] - trace.s[top]) < kSplitApartM / 2) continue;
        const auto other = i < top ? tightest(trace, bend, bend.a, i) : tightest(trace, bend, i, bend.b);
        if (std::abs(trace.s[other] - trace.s[top]) < kSplitApartM || k(other) < kEnter) continue;
        if (const double share = k(i) / k(other); share < deepest) deepest = share, valley = i;
    }
    if (deepest > kSplitValley) {
        out.push_back(bend);
        return;
    }
    split(trace, {bend.a, valley, bend.sign}, out);
    split(trace, {valley, bend.b, bend.sign}, out);
}

/// First and last sample of a bend around its peak that bend at least `share` of it.
std::pair<std::size_t, std::size_t> around(const LapTrace& trace, const Bend& bend, double share) {
    const auto top = tightest(trace, bend, bend.a, bend.b);
    const double level = share * trace.curvature[top] * bend.sign;
    auto a = top, b = top;
    while (a > bend.a && trace.curvature[a - 1] * bend.sign > level) --a;
    while (b < bend.b && trace.curvature[b + 1] * bend.sign > level) ++b;
    return {a, b};
}

std::vector<Bend> bends(const LapTrace& trace) {
    const auto& k = trace.curvature;
    std::vector<Bend> found;
    for (std::size_t i = 0; i < k.size(); ++i) {
        if (std::abs(k[i]) < kEnter) continue;
        const double sign = k[i] > 0 ? 1 : -1;
        std::size_t a = i, b = i;
        while (a > 0 && k[a - 1] * sign > kLeave) --a;
        while (b + 1 < k.size() && k[b + 1] * sign > kLeave) ++b;
        if (!found.empty() && found.back().sign == sign && trace.s[a] - trace.s[found.back().b] < kJoinGapM)
            found.back().b = b;
        else
            found.push_back({a, b, sign});
        i = b;
    }
    std::vector<Bend> parted;
    for (const auto& bend : found) split(trace, bend, parted);
    std::erase_if(parted, [&](const Bend& bend) {
        return std::abs(trace.heading[bend.b] - trace.heading[bend.a]) < kLeastAngle;
    });
    return parted;
}

/// The clipping point: where the line is closest to the inside edge if the road is known, else the middle of the
/// tightest part (curvature-weighted), which does not jump with noise.
double apexOf(const LapTrace& trace, const Bend& bend) {
    double peak = 0;
    for (auto i = bend.a; i <= bend.b; ++i) peak = std::max(peak, trace.curvature[i] * bend.sign);
    double sum = 0, weight = 0;
    for (auto i = bend.a; i < bend.b; ++i) {
        const double k = trace.curvature[i] * bend.sign;
        const double w = std::max(0.0, k - 0.7 * peak) * (trace.s[i + 1] - trace.s[i]);
        sum += w * trace.s[i];
        weight += w;
    }
    const double tightest = weight > 0 ? sum / weight : (trace.s[bend.a] + trace.s[bend.b]) / 2;
    if (!trace.edgesKnown) return tightest;
    // A line along the edge has no single closest sample: the middle of the stretch within kClose of it.
    constexpr double kClose = 0.15;
    const auto [a, b] = around(trace, bend, kOnsetShare);
    double inside = -1e9;
    for (auto i = a; i <= b; ++i) inside = std::max(inside, trace.lateral[i] * bend.sign);
    double from = 1e9, to = -1e9;
    for (auto i = a; i <= b; ++i)
        if (trace.lateral[i] * bend.sign > inside - kClose)
            from = std::min(from, trace.s[i]), to = std::max(to, trace.s[i]);
    return (from + to) / 2;
}

std::string kindOf(const Corner& c, const LapTrace& trace) {
    if (c.angleRad > rad(135)) return "hairpin";
    bool eased = trace.throttle.empty();
    for (std::size_t i = 0; i < trace.s.size() && !eased; ++i)
        eased = trace.s[i] > c.turnInM - 80 && trace.s[i] < c.apexM && trace.throttle[i] < 0.9;
    if (!eased && c.angleRad < rad(45)) return "kink";
    return c.minRadiusM > 120 ? "sweeper" : "bend";
}

Corner cornerOf(const LapTrace& trace, const Bend& bend) {
    Corner c;
    c.side = bend.sign > 0 ? Side::Left : Side::Right;
    c.turnInM = trace.s[around(trace, bend, kOnsetShare).first];
    c.apexM = apexOf(trace, bend);
    c.endM = trace.s[bend.b];
    c.angleRad = std::abs(trace.heading[bend.b] - trace.heading[bend.a]);
    double peak = 1e-9;
    for (auto i = bend.a; i <= bend.b; ++i) peak = std::max(peak, std::abs(trace.curvature[i]));
    c.minRadiusM = 1 / peak;
    c.kind = kindOf(c, trace);
    return c;
}

/// Where the braking that belongs to this corner begins, searched back to the previous corner's end.
double brakingStart(const LapTrace& trace, double from, double turnIn) {
    if (trace.brake.empty()) return turnIn;
    double start = turnIn;
    for (auto i = locate(trace.s, turnIn).i; i > 0 && trace.s[i] > std::max(from, start - kBrakingGapM); --i)
        if (trace.brake[i] > 0.05) start = trace.s[i];
    return start;
}

/// Approach and exit: from before the braking to after full power, never into the neighbour.
void stretchBounds(std::vector<Corner>& corners, const LapTrace& trace) {
    for (std::size_t i = 0; i < corners.size(); ++i) {
        auto& c = corners[i];
        // The run-up to the first corner begins where the last corner of the lap before lets go.
        const double from =
            i > 0 ? corners[i - 1].endM : std::max(trace.s.front(), corners.back().endM - trace.lengthM);
        c.startM = std::max(from, std::min(brakingStart(trace, from, c.turnInM), c.turnInM) - kApproachM);
    }
    for (std::size_t i = 0; i < corners.size(); ++i) {
        auto& c = corners[i];
        const double next = i + 1 < corners.size() ? corners[i + 1].startM : trace.s.back();
        c.endM = std::max(c.endM, std::min({next, c.endM + kExitM}));
    }
}

struct Tight {
    double fromM, toM;
};

void markComplexes(std::vector<Corner>& corners, const std::vector<Tight>& tight, const LapTrace& trace) {
    for (std::size_t i = 0; i < corners.size();) {
        std::size_t j = i;
        while (j + 1 < corners.size() &&
               sampleAt(trace.s, trace.t, tight[j + 1].fromM) - sampleAt(trace.s, trace.t, tight[j].toM) < kComplexGapS)
            ++j;
        if (j > i)
            for (std::size_t k = i; k <= j; ++k)
                corners[k].complex = std::to_string(corners[i].number) + "-" + std::to_string(corners[j].number);
        i = j + 1;
    }
}

void takeNames(std::vector<Corner>& corners, const Track& track) {
    for (auto& c : corners) {
        const CornerName* best = nullptr;
        double near = 70;
        for (const auto& n : track.corners) {
            const double d = std::abs(std::remainder(n.atM - c.apexM, track.lengthM));
            if (d < near) near = d, best = &n;
        }
        if (best) c.name = best->name;
    }
}

} // namespace

Result<std::vector<Corner>> findCorners(const LapTrace& trace, const Track* track) {
    if (trace.curvature.empty())
        return Error{"corners.no-turning", "the log does not show how the car turns", "",
                     "positions, yaw rate or lateral acceleration"};
    std::vector<Corner> corners;
    std::vector<Tight> tight;
    for (const auto& bend : bends(trace)) {
        auto c = cornerOf(trace, bend);
        if (c.apexM < 0 || c.apexM >= trace.lengthM) continue; // belongs to the lap before or after
        c.number = static_cast<int>(corners.size()) + 1;
        const auto [a, b] = around(trace, bend, kTightShare);
        tight.push_back({trace.s[a], trace.s[b]});
        corners.push_back(std::move(c));
    }
    markComplexes(corners, tight, trace);
    stretchBounds(corners, trace);
    if (track) takeNames(corners, *track);
    return corners;
}

} // namespace hl

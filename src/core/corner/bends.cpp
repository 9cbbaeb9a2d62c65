// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/bends.h"

#include <algorithm>

namespace hl {

std::size_t tightest(const LapTrace& trace, const Bend& bend, std::size_t from, std::size_t to) {
    std::size_t best = from;
    for (auto i = from; i <= to; ++i)
        if (trace.curvature[i] * bend.sign > trace.curvature[best] * bend.sign) best = i;
    return best;
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

namespace {

constexpr double kEnterGrip = 0.35;    // or this share of the cornering the lap shows at its hardest...
constexpr double kWidest = 1.0 / 1200; // ...where it bends at least so much
constexpr double kLeaveShare = 0.43;   // of what it takes to enter
constexpr double kLeastAngle = 0.26;   // rad, 15 degrees
constexpr double kJoinGapS = 0.45;     // straighter than this between two pieces: still one corner; 5 to 18 m
constexpr double kSplitValley = 0.5;   // curvature falling below this share of both peaks: two corners
constexpr double kSplitShallow = 0.75; // or below this, where the car gains speed between
constexpr double kSplitGain = 0.04;    // share of its speed
constexpr double kSplitBraked = 0.85;  // or below this, where it brakes anew
constexpr double kSplitApartS = 1.2;   // peaks of one corner lie closer than this (a double apex); 15 to 60 m

/// For every sample of a bend the tightest one between it and the bend's end that lies away from the top.
std::vector<std::size_t> tightestBeyond(const LapTrace& trace, const Bend& bend, std::size_t top) {
    std::vector<std::size_t> best(bend.b - bend.a + 1);
    const auto tighter = [&](std::size_t x, std::size_t y) {
        return trace.curvature[x] * bend.sign > trace.curvature[y] * bend.sign ? x : y;
    };
    for (auto i = bend.a; i <= top; ++i) best[i - bend.a] = i == bend.a ? i : tighter(i, best[i - bend.a - 1]);
    for (auto i = bend.b; i > top; --i) best[i - bend.a] = i == bend.b ? i : tighter(i, best[i - bend.a + 1]);
    return best;
}

/// How much faster the car is somewhere between two places than at the faster of them.
double gained(const LapTrace& trace, std::size_t a, std::size_t b) {
    const auto [lo, hi] = std::minmax(a, b);
    const auto from = trace.v.begin() + static_cast<std::ptrdiff_t>(lo),
               to = trace.v.begin() + static_cast<std::ptrdiff_t>(hi) + 1;
    return *std::max_element(from, to) / std::max({1.0, trace.v[lo], trace.v[hi]}) - 1;
}

/// Off the brakes for the first of two places, on them again before the second: what lies between parts two corners.
bool brakesAnew(const LapTrace& trace, std::size_t a, std::size_t b) {
    if (trace.brake.empty()) return false;
    constexpr double kOff = 0.05, kOn = 0.15;
    const auto [lo, hi] = std::minmax(a, b);
    bool off = false;
    for (auto i = lo; i <= hi; ++i) {
        if (trace.brake[i] < kOff) off = true;
        if (off && trace.brake[i] > kOn) return true;
    }
    return false;
}

/// Two corners of one direction whose line never straightens between: parted where it bends least, when that is much
/// less, or clearly less and the car gains speed there.
void split(const LapTrace& trace, const Bend& bend, std::vector<Bend>& out) {
    const auto k = [&](std::size_t i) { return trace.curvature[i] * bend.sign; };
    const auto top = tightest(trace, bend, bend.a, bend.b);
    const double apart = std::clamp(kSplitApartS * trace.v[top], 15.0, 60.0),
                 least = std::min(0.75 * kEnterDriven, k(top) / 2);
    const auto beyond = tightestBeyond(trace, bend, top);
    std::size_t valley = bend.a;
    double deepest = 1;
    for (auto i = bend.a + 1; i < bend.b; ++i) {
        if (std::abs(trace.s[i] - trace.s[top]) < apart / 2) continue;
        const auto other = beyond[i - bend.a];
        if (std::abs(trace.s[other] - trace.s[top]) < apart || k(other) < least) continue;
        if (const double share = k(i) / k(other); share < deepest) deepest = share, valley = i;
    }
    const auto other = beyond[valley - bend.a];
    const bool parts = deepest < kSplitValley || (deepest < kSplitShallow && gained(trace, top, other) > kSplitGain) ||
                       (deepest < kSplitBraked && brakesAnew(trace, top, other));
    if (!parts) {
        out.push_back(bend);
        return;
    }
    split(trace, {bend.a, valley, bend.sign}, out);
    split(trace, {valley, bend.b, bend.sign}, out);
}

/// The lateral acceleration reached in a fiftieth of the lap, m/s^2.
double hardest(const LapTrace& trace) {
    std::vector<double> a;
    for (std::size_t i = 0; i < trace.s.size(); ++i)
        a.push_back(std::abs(trace.curvature[i]) * trace.v[i] * trace.v[i]);
    if (a.empty()) return 1;
    const auto at = a.begin() + static_cast<std::ptrdiff_t>(a.size() * 49 / 50);
    std::nth_element(a.begin(), at, a.end());
    return std::max(1.0, *at);
}

/// A driver who corrects his line bends it to and fro about once a second: that is no corner. What lasts longer is one.
LapTrace withoutCorrections(const LapTrace& driven) {
    constexpr double kCalmS = 0.32;
    auto calm = driven;
    calm.curvature = smoothed(driven.t, driven.curvature, kCalmS);
    return calm;
}

std::vector<Bend> bendsIn(const LapTrace& trace, double enter) {
    const auto& k = trace.curvature;
    const double grip = kEnterGrip * hardest(trace);
    const auto strength = [&](std::size_t i) { // signed; 1 where a corner begins
        const double byGrip = std::abs(k[i]) > kWidest ? k[i] * trace.v[i] * trace.v[i] / grip : 0;
        return std::abs(byGrip) > std::abs(k[i] / enter) ? byGrip : k[i] / enter;
    };
    std::vector<Bend> found;
    for (std::size_t i = 0; i < k.size(); ++i) {
        if (std::abs(strength(i)) < 1) continue;
        const double sign = k[i] > 0 ? 1 : -1;
        std::size_t a = i, b = i;
        while (a > 0 && strength(a - 1) * sign > kLeaveShare) --a;
        while (b + 1 < k.size() && strength(b + 1) * sign > kLeaveShare) ++b;
        const double gap = std::clamp(kJoinGapS * trace.v[i], 5.0, 18.0);
        if (!found.empty() && found.back().sign == sign && trace.s[a] - trace.s[found.back().b] < gap)
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

} // namespace

std::vector<Bend> bends(const LapTrace& trace, double enter) {
    return bendsIn(enter == kEnterDriven ? withoutCorrections(trace) : trace, enter);
}

} // namespace hl

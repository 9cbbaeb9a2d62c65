// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/corner_kind.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kHairpin = 135, kKink = 45; // degrees
constexpr double kSweeperM = 120;            // radius
constexpr double kTightens = 1.3;            // how much tighter one half of the turning is than the other
constexpr double kBetween = 0.8;             // of the lesser peak: bends less between two clipping points
constexpr double kApartS = 0.7;              // clipping points of one corner, at the least
constexpr double kChicaneRest = 35;          // degrees a chicane may leave over

/// Metres in which the turning goes from one share of the corner's angle to another.
double lengthBetween(const Corner& c, const LapTrace& t, double share, double toShare) {
    const auto a = locate(t.s, c.turnInM).i, b = locate(t.s, c.endM).i;
    const double from = t.heading[a], whole = t.heading[b] - from;
    double first = t.s[a], last = t.s[b];
    for (auto i = a; i < b; ++i) {
        const double done = (t.heading[i] - from) / whole;
        if (done < share) first = t.s[i];
        if (done < toShare) last = t.s[i];
    }
    return std::max(1.0, last - first);
}

} // namespace

bool drivenFlat(const Corner& c, const LapTrace& t) {
    const auto a = locate(t.s, c.turnInM - 80).i, b = locate(t.s, c.apexM).i;
    if (b <= a || b >= t.v.size()) return false; // places that are no numbers
    if (!t.throttle.empty()) {
        for (auto i = a; i <= b && i < t.s.size(); ++i)
            if (t.throttle[i] < 0.9 && t.s[i] > c.turnInM - 80) return false;
        return true;
    }
    constexpr double kLoss = 1.2; // m/s; a turning tyre drags
    return t.v[b] > *std::max_element(t.v.begin() + static_cast<std::ptrdiff_t>(a),
                                      t.v.begin() + static_cast<std::ptrdiff_t>(b) + 1) -
                        kLoss;
}

namespace {

/// The car goes on slowing behind the bend: it is braked for what comes next, and the bend lies on the way.
bool slowsForWhatComes(const Corner& c, const LapTrace& t) {
    constexpr double kSeenM = 60, kRegained = 0.02; // m; share of the speed
    const auto a = locate(t.s, c.turnInM).i, b = locate(t.s, c.endM).i, far = locate(t.s, c.endM + kSeenM).i;
    if (far <= a || far >= t.v.size()) return false;
    const auto at = [&](std::size_t i) { return t.v.begin() + static_cast<std::ptrdiff_t>(i); };
    const auto slowest = std::min_element(at(a), at(b) + 1);
    // Nowhere in the bend or right behind it does it gain speed again.
    return *std::max_element(slowest, at(far) + 1) < (1 + kRegained) * *slowest;
}

} // namespace

bool isWorthAName(const Corner& c, const LapTrace& t) {
    constexpr double kTurnsBy = 30, kTightM = 120, kEased = 0.03; // degrees; m; share of the speed
    if (deg(c.angleRad) >= kTurnsBy || c.minRadiusM < kTightM) return true;
    if (drivenFlat(c, t)) return false;
    const auto a = locate(t.s, c.turnInM - 80).i, b = locate(t.s, c.apexM).i;
    if (b <= a || b >= t.v.size()) return true;
    const double before = *std::max_element(t.v.begin() + static_cast<std::ptrdiff_t>(a),
                                            t.v.begin() + static_cast<std::ptrdiff_t>(b) + 1);
    return t.v[b] < (1 - kEased) * before && !slowsForWhatComes(c, t);
}

std::vector<double> clippingPoints(const Corner& c, const LapTrace& t) {
    const double sign = c.side == Side::Left ? 1 : -1;
    const auto a = locate(t.s, c.turnInM).i, b = locate(t.s, c.endM).i;
    const auto k = [&](std::size_t i) { return t.curvature[i] * sign; };
    double top = 0;
    for (auto i = a; i <= b; ++i) top = std::max(top, k(i));
    std::vector<std::size_t> peaks;
    for (auto i = a + 1; i < b; ++i) { // a peak counts when the line straightens clearly since the last one
        if (k(i) < 0.55 * top) continue;
        if (peaks.empty()) {
            peaks.push_back(i);
            continue;
        }
        double valley = k(peaks.back());
        for (auto j = peaks.back(); j <= i; ++j) valley = std::min(valley, k(j));
        const bool straightened =
            valley < kBetween * std::min(k(peaks.back()), k(i)) && t.t[i] - t.t[peaks.back()] > kApartS;
        if (straightened)
            peaks.push_back(i);
        else if (k(i) > k(peaks.back()) && valley >= kBetween * k(peaks.back()))
            peaks.back() = i;
    }
    std::vector<double> places;
    for (const auto i : peaks) places.push_back(t.s[i]);
    return places;
}

std::string cornerKind(const Corner& c, const LapTrace& t) {
    const double angle = deg(c.angleRad);
    constexpr double kTwice = 60; // degrees; in less nobody clips twice
    if (c.apexesM.size() > 1 && angle > kTwice) return "double apex";
    if (angle > kHairpin && c.minRadiusM < kSweeperM) return "hairpin";
    if (c.flat && angle < kKink) return "kink";
    if (c.minRadiusM > kSweeperM) return "sweeper";
    if (angle > 60) {
        const double early = lengthBetween(c, t, 0.1, 0.5), late = lengthBetween(c, t, 0.5, 0.9);
        if (early > kTightens * late) return "tightening";
        if (late > kTightens * early) return "opening";
    }
    return "bend";
}

std::string complexKind(const std::vector<Corner>& corners, std::size_t first, std::size_t last) {
    bool sides = true, changes = false;
    double left = 0;
    for (auto i = first; i <= last; ++i) {
        left += deg(corners[i].angleRad) * (corners[i].side == Side::Left ? 1 : -1);
        if (i == first) continue;
        const bool other = corners[i].side != corners[i - 1].side;
        sides = sides && !other, changes = changes || other;
    }
    if (sides) return "linked";
    return last == first + 1 && std::abs(left) < kChicaneRest ? "chicane" : "esses";
}

} // namespace hl

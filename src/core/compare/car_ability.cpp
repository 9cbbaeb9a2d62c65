// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/car_ability.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kBin = 5;          // m/s
constexpr std::size_t kFewest = 12; // samples that make a bin
constexpr double kFullPower = 0.97, kNoBrake = 0.02, kHardBrake = 0.35;
constexpr double kMostG = 6; // no car on tyres pulls more; what a log shows beyond is a jolt or a jump of position
constexpr double kStraight = 4, kCornering = 3; // m/s^2 of lateral acceleration

using Bins = std::vector<std::vector<double>>;

void put(Bins& bins, double v, double value) {
    if (v < 5 || v > 130 || !(std::abs(value) < kMostG * kGravity)) return;
    const auto i = static_cast<std::size_t>(v / kBin);
    if (bins.size() <= i) bins.resize(i + 1);
    bins[i].push_back(value);
}

/// The value that `share` of a bin's samples stay below.
SpeedCurve curveOf(Bins& bins, double share) {
    SpeedCurve c;
    for (std::size_t i = 0; i < bins.size(); ++i) {
        auto& b = bins[i];
        if (b.size() < kFewest) continue;
        const auto at = b.begin() + static_cast<std::ptrdiff_t>(share * num(b.size() - 1));
        std::nth_element(b.begin(), at, b.end());
        c.speed.push_back((num(i) + 0.5) * kBin), c.value.push_back(*at);
    }
    return c;
}

/// Grip is a smooth function of speed: tyres give a constant, wings add with its square. Where a bin says something
/// else, few samples or one wild moment speak; it is held within reach of what all bins together say.
SpeedCurve asGrip(SpeedCurve c) {
    constexpr double kAbove = 1.1, kBelow = 0.8; // a true bin wanders by a tenth
    constexpr int kRounds = 8;
    const auto n = c.value.size();
    if (n < 4) return c;
    std::vector<double> weight(n, 1.0);
    double a = 0, b = 0;
    for (int round = 0; round < kRounds; ++round) { // iteratively reweighted: far values count ever less
        double s = 0, sx = 0, sxx = 0, sy = 0, sxy = 0;
        for (std::size_t i = 0; i < n; ++i) {
            const double x = c.speed[i] * c.speed[i], w = weight[i];
            s += w, sx += w * x, sxx += w * x * x, sy += w * c.value[i], sxy += w * x * c.value[i];
        }
        const double det = s * sxx - sx * sx;
        b = det > 1e-9 ? (s * sxy - sx * sy) / det : 0;
        if (b < 0) b = 0;
        a = std::max(0.0, (sy - b * sx) / s);
        for (std::size_t i = 0; i < n; ++i) {
            const double off = std::abs(c.value[i] - a - b * c.speed[i] * c.speed[i]);
            weight[i] = 1 / std::max(0.3, off);
        }
    }
    for (std::size_t i = 0; i < n; ++i) {
        const double fit = a + b * c.speed[i] * c.speed[i];
        c.value[i] = std::clamp(c.value[i], kBelow * fit, kAbove * fit);
    }
    return c;
}

} // namespace

CarAbility abilityOf(const std::vector<LapTrace>& laps) {
    Bins pull, brake, corner;
    for (const auto& t : laps) {
        const auto ax = smoothed(t.t, t.ax, 0.06);
        for (std::size_t i = 0; i < t.s.size(); ++i) {
            const double side = t.curvature.empty() ? 0 : t.curvature[i] * t.v[i] * t.v[i];
            if (!t.throttle.empty() && t.throttle[i] > kFullPower && (t.brake.empty() || t.brake[i] < kNoBrake) &&
                std::abs(side) < kStraight)
                put(pull, t.v[i], ax[i]);
            if (t.brake.empty() ? ax[i] < -4 : t.brake[i] > kHardBrake) put(brake, t.v[i], -ax[i]);
            if (std::abs(side) > kCornering) put(corner, t.v[i], std::abs(side));
        }
    }
    return {curveOf(pull, 0.5), asGrip(curveOf(brake, 0.9)), asGrip(curveOf(corner, 0.95))};
}

} // namespace hl

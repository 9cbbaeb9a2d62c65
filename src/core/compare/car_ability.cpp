// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/car_ability.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kBin = 5;          // m/s
constexpr std::size_t kFewest = 12; // samples that make a bin
constexpr double kFullPower = 0.97, kNoBrake = 0.02, kHardBrake = 0.35;
constexpr double kStraight = 4, kCornering = 3; // m/s^2 of lateral acceleration

using Bins = std::vector<std::vector<double>>;

void put(Bins& bins, double v, double value) {
    if (v < 5 || v > 130 || std::isnan(value)) return;
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
    return {curveOf(pull, 0.5), curveOf(brake, 0.9), curveOf(corner, 0.95)};
}

} // namespace hl

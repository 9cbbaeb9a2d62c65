// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> slowedTooMuch(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.curvature.empty() || !j.facts.minSpeed || !j.facts.minSpeedM) return {};
    // The most the car pulled sideways within a second round the slowest place, against what it shows at this speed
    // elsewhere.
    const double slowest = j.facts.minSpeedM->value, v = j.facts.minSpeed->value, reach = std::max(8.0, 0.6 * v);
    double most = 0;
    const auto [a, b] = samplesIn(t, slowest - reach, slowest + reach);
    for (auto i = a; i < b; ++i) most = std::max(most, std::abs(t.curvature[i]) * t.v[i] * t.v[i]);
    const double can = j.car.corner.at(v);
    if (!(can > 3) || most < 2.5 || most > (1 - judge::kUnusedGrip) * can) return {};
    const double possible = v * std::sqrt(can / most), metres = 2 * reach;
    const double cost = metres / v - metres / possible + exitCost(j, 0.3 * (possible - v));
    return {{"slowed-too-much",
             {},
             slowest,
             cost,
             "down to " + figure(kmh(v), 0) + " km/h with " + figure(most / kGravity, 2) + " g; this car takes " +
                 figure(can / kGravity, 2) + " g at that speed"}};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> brakingGivenAway(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (!j.facts.brakeOnsetM || !j.facts.brakeReleaseM || t.ax.empty()) return {};
    const double from = j.facts.brakeOnsetM->value, to = std::min(j.facts.brakeReleaseM->value, j.corner.apexM);
    const auto [a, b] = samplesIn(t, from, to);
    if (b <= a + 5 || t.t[b - 1] - t.t[a] < judge::kLeastBrakingS) return {};
    // The hard part is before turn-in: there nothing but the pedal holds the car back.
    const auto hard = samplesIn(t, from, std::max(from + 0.5 * (to - from), std::min(to, j.corner.turnInM)));
    const auto slowing = smoothed(t.t, t.ax, 0.06, hard.a, hard.b);
    std::vector<double> reached;
    double share = 0;
    for (auto i = hard.a; i < hard.b; ++i) {
        const double can = j.car.brake.at(t.v[i]);
        if (can > 4) share = std::max(share, -slowing[i] / can);
    }
    if (share == 0 || share > 1 - judge::kUnusedBraking) return {};
    const double v1 = t.v[a], v2 = t.v[b - 1], metres = t.s[b - 1] - t.s[a], spare = metres * (1 - share);
    const double cost = spare * (2 / (v1 + v2) - 1 / v1);
    return {{"braking-given-away",
             {},
             from,
             std::max(0.0, cost),
             "at most " + figure(100 * share, 0) + " % of the deceleration this car reaches elsewhere; " +
                 metresText(spare) + " could be saved"}};
}

} // namespace hl

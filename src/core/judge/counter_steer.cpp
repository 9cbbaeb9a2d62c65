// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> counterSteer(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.steering.empty() || t.curvature.empty()) return {};
    const double sign = j.corner.side == Side::Left ? 1 : -1;
    const auto [a, b] = samplesIn(t, j.corner.turnInM, j.corner.endM);
    std::vector<Fault> out;
    for (auto i = a; i < b; ++i) {
        auto k = i;
        double most = 0;
        while (k < b && t.steering[k] * sign < -judge::kCounterSteer && t.curvature[k] * sign > 1e-3)
            most = std::max(most, -t.steering[k] * sign), ++k;
        if (k <= i) continue;
        if (const double lasted = t.t[k - 1] - t.t[i]; lasted > judge::kCounterSteerS)
            out.push_back(
                {"counter-steer",
                 {},
                 t.s[i],
                 0.05 + exitCost(j, 0.5),
                 "the wheel " + figure(deg(most), 0) + " degrees against the corner for " + figure(lasted, 1) + " s"});
        i = k;
    }
    return out;
}

} // namespace hl

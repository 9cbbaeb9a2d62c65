// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> longCoast(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.throttle.empty() || t.brake.empty()) return {};
    const auto [a, b] = samplesIn(t, j.corner.startM, j.corner.endM);
    std::vector<Fault> out;
    for (auto i = a; i < b; ++i) {
        // a car that uses its grip sideways in the middle of a bend waits for no pedal
        const auto waits = [&](std::size_t n) {
            const double side = t.curvature.empty() ? 0 : std::abs(t.curvature[n]) * t.v[n] * t.v[n],
                         can = j.car.corner.at(t.v[n]);
            return t.throttle[n] < judge::kOnPower && t.brake[n] < judge::kOnBrake && !(side > judge::kGripBusy * can);
        };
        auto k = i;
        while (k < b && waits(k)) ++k;
        if (k <= i) continue;
        const double coast = t.t[k - 1] - t.t[i];
        if (coast > judge::kLongCoastS) {
            // what the same metres take at the speed with which the coasting began, for all but a change of pedals
            const double metres = t.s[k - 1] - t.s[i],
                         cost = (coast - metres / std::max(5.0, t.v[i])) * (1 - 0.25 / coast);
            out.push_back({"long-coast",
                           {},
                           t.s[i],
                           std::max(0.0, cost),
                           "neither pedal for " + figure(coast, 1) + " s from " + metresText(t.s[i]),
                           t.s[k - 1]});
        }
        i = k;
    }
    return out;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> overTheEdge(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (!j.track || t.lateral.empty()) return {};
    const auto [a, b] = samplesIn(t, j.corner.startM, j.corner.endM);
    double most = 0, where = 0;
    for (auto i = a; i < b; ++i) {
        const auto frame = frameAt(*j.track, t.s[i]);
        const double over = std::max(t.lateral[i] - frame.left, -t.lateral[i] - frame.right) + j.carWidthM / 2;
        if (over > most) most = over, where = t.s[i];
    }
    // Up to the car's width is two wheels on the kerb; all four beyond the edge is what limits are about.
    if (most < j.carWidthM + judge::kOverLimitM) return {};
    return {{"over-the-limit",
             {},
             where,
             0,
             "all four wheels beyond the edge, by " + figure(most - j.carWidthM, 1) + " m"}};
}

} // namespace hl

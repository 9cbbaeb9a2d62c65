// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

namespace hl {

std::vector<Fault> powerAsSwitch(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.throttle.empty()) return {};
    const auto [a, b] = samplesIn(t, j.corner.turnInM, j.corner.endM);
    int stabs = 0;
    double first = 0;
    for (auto i = a; i + 1 < b; ++i) {
        if (t.throttle[i] > 0.15 || t.throttle[i + 1] <= 0.15) continue;
        auto k = i + 1;
        while (k < b && t.throttle[k] < 0.9 && t.t[k] - t.t[i] < judge::kSwitchS) ++k;
        if (k < b && t.throttle[k] >= 0.9 && t.t[k] - t.t[i] < judge::kSwitchS) {
            if (stabs++ == 0) first = t.s[i];
            i = k;
        }
    }
    if (stabs < 2) return {};
    return {{"power-as-switch",
             {},
             first,
             0.03 * stabs,
             "the power goes from nothing to full " + std::to_string(stabs) + " times in under " +
                 figure(judge::kSwitchS, 2) + " s, first at " + metresText(first)}};
}

} // namespace hl

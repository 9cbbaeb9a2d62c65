// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> brakeInSteps(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.brake.empty() || !j.facts.brakeOnsetM || !j.facts.brakeReleaseM) return {};
    const auto [a, b] = samplesIn(t, j.facts.brakeOnsetM->value, j.facts.brakeReleaseM->value);
    const auto brake = smoothed(t.t, t.brake, 0.03, a, b);
    // Every time the pedal is let off and comes back by more than a tremble.
    int steps = 0;
    double low = 0, high = 0, where = 0, last = -1e9;
    bool falling = false, quick = false;
    for (auto i = a; i < b; ++i) {
        if (!falling) {
            high = std::max(high, brake[i]);
            if (brake[i] < high - 2 * judge::kBrakeStep) falling = true, low = brake[i];
            continue;
        }
        low = std::min(low, brake[i]);
        if (brake[i] > low + judge::kBrakeStep) {
            // What comes several times a second is an aid's or a sensor's doing, not a foot's.
            if (t.t[i] - last > judge::kFootS) {
                if (steps++ == 0) where = t.s[i];
            } else
                quick = true;
            last = t.t[i];
            falling = false, high = brake[i];
        }
    }
    if (steps == 0 || quick) return {};
    return {{"brake-in-steps",
             {},
             where,
             0.03 * steps,
             "the brake is let off and pressed again " + std::to_string(steps) + (steps == 1 ? " time" : " times") +
                 ", first at " + metresText(where)}};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

namespace hl {

std::vector<Fault> pedalsOnAndOff(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.throttle.empty() || t.brake.empty() || !j.facts.brakeOnsetM) return {};
    // From the braking to the exit the feet change over once: every further change is counted.
    const double to = j.facts.fullThrottleM ? j.facts.fullThrottleM->value : j.corner.endM;
    const auto [a, b] = samplesIn(t, j.facts.brakeOnsetM->value, to);
    enum class Foot { None, Brake, Power } now = Foot::None;
    int changes = 0;
    double where = 0, heldSince = 0;
    Foot wanted = Foot::None;
    for (auto i = a; i < b; ++i) {
        const Foot foot =
            t.brake[i] > judge::kOnBrake ? Foot::Brake : (t.throttle[i] > judge::kOnPower ? Foot::Power : Foot::None);
        if (foot != wanted) wanted = foot, heldSince = t.t[i];
        if (foot == Foot::None || foot == now || t.t[i] - heldSince < 0.08)
            continue; // a blip for a downshift is no change
        if (now == Foot::Power && foot == Foot::Brake) ++changes, where = where > 0 ? where : t.s[i];
        now = foot;
    }
    if (changes == 0) return {};
    return {{"pedals-on-and-off",
             {},
             where,
             0.04 * changes,
             "back on the brake " + std::to_string(changes) + (changes == 1 ? " time" : " times") +
                 " after the power, first at " + metresText(where)}};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> earlyApex(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (!t.edgesKnown || t.heading.empty()) return {};
    // The middle of the turning is where half the heading has changed; an apex well before it is early. It is a fault
    // only when the exit pays: a lift after the power, or the wheel wound on again after the apex.
    const double from = sampleAt(t.s, t.heading, j.corner.turnInM), to = sampleAt(t.s, t.heading, j.corner.endM);
    if (std::abs(to - from) < 0.5) return {};
    const auto [a, b] = samplesIn(t, j.corner.turnInM, j.corner.endM);
    double middle = j.corner.apexM, last = j.corner.endM;
    for (auto i = a; i < b; ++i) {
        const double share = (t.heading[i] - from) / (to - from);
        if (share < 0.5) middle = t.s[i];
        if (share < 0.95) last = t.s[i];
    }
    const double length = last - j.corner.turnInM, early = middle - j.corner.apexM;
    if (length < 15 || early < judge::kEarlyApexShare * length) return {};
    double peakBefore = 0, peakAfter = 0;
    for (auto i = a; i < b; ++i)
        (t.s[i] < j.corner.apexM + 5 ? peakBefore : peakAfter) =
            std::max(t.s[i] < j.corner.apexM + 5 ? peakBefore : peakAfter, std::abs(t.curvature[i]));
    const bool paid = !j.facts.lifts.empty() || peakAfter > 1.1 * peakBefore;
    if (!paid) return {};
    return {{"early-apex",
             {},
             j.corner.apexM,
             exitCost(j, 0.6),
             "clipped " + metresText(early) + " before the middle of the turning, and " +
                 (j.facts.lifts.empty() ? "the bend tightens again after it" : "the power had to be lifted after it")}};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> limiterAndShifts(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (t.rpm.empty() || t.gear.empty() || t.throttle.empty()) return {};
    const double top = *std::max_element(t.rpm.begin(), t.rpm.end());
    std::vector<Fault> out;
    const auto [a, b] = samplesIn(t, j.corner.apexM, j.corner.endM + 0.5 * (j.worth ? j.worth->overM : 0));
    for (auto i = a; i < b; ++i) {
        auto k = i;
        while (k < b && t.rpm[k] > 0.993 * top && t.throttle[k] > 0.95 && t.ax[k] < 0.5) ++k;
        if (k <= i) continue;
        if (const double lasted = t.t[k - 1] - t.t[i]; lasted > judge::kLimiterS)
            out.push_back({"limiter",
                           {},
                           t.s[i],
                           0.3 * lasted,
                           "on the limiter for " + figure(lasted, 1) + " s from " + metresText(t.s[i])});
        i = k;
    }
    // Where this driver usually shifts up at full power, against here.
    std::vector<double> usual;
    for (std::size_t i = 1; i < t.gear.size(); ++i)
        if (t.gear[i] > t.gear[i - 1] && t.gear[i - 1] > 0 && t.throttle[i - 1] > 0.9) usual.push_back(t.rpm[i - 1]);
    if (usual.size() < 4) return out;
    const double normal = median(usual);
    for (const auto& s : j.facts.shifts) {
        const double rpm = sampleAt(t.s, t.rpm, s.atM - 1);
        if (s.to > s.from && sampleAt(t.s, t.throttle, s.atM - 1) > 0.9 && rpm < (1 - judge::kEarlyShift) * normal)
            out.push_back({"early-shift",
                           {},
                           s.atM,
                           0.02,
                           "shifted up to " + std::to_string(s.to) + " at " + figure(rpm, 0) + " rpm, elsewhere at " +
                               figure(normal, 0)});
    }
    return out;
}

} // namespace hl

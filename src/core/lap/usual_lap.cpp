// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/usual_lap.h"

#include <algorithm>

namespace hl {

LapTrace usualLap(const LapTrace& lap, const std::vector<LapTrace>& others) {
    constexpr std::size_t kMost = 9; // more laps change nothing and cost time
    auto usual = lap;
    static constexpr std::vector<double> LapTrace::*kColumns[] = {&LapTrace::v, &LapTrace::throttle, &LapTrace::brake,
                                                                  &LapTrace::curvature, &LapTrace::lateral};
    for (const auto column : kColumns) {
        std::vector<const LapTrace*> with;
        for (const auto& o : others)
            if (!(o.*column).empty() && o.lap.start != lap.lap.start && with.size() < kMost) with.push_back(&o);
        if ((lap.*column).empty() || with.size() < 2) continue; // two laps have no middle
        std::vector<double> at(with.size() + 1);
        for (std::size_t i = 0; i < lap.s.size(); ++i) {
            for (std::size_t k = 0; k < with.size(); ++k) at[k] = sampleAt(with[k]->s, with[k]->*column, lap.s[i]);
            at.back() = (lap.*column)[i];
            (usual.*column)[i] = median(at);
        }
    }
    return usual;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/study.h"

namespace hl {

LapStudy studied(const LapTrace& lap, const MeasuredCorners& measured, const std::vector<LapTrace>& laps,
                 const Track* track) {
    LapStudy s;
    const auto& corners = measured.corners;
    const auto& facts = measured.facts;
    const auto car = abilityOf(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.faults = judgeLap(lap, corners, facts, car, track);
    s.shifts = shiftWorths(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.toFind = timeToFind(lap, laps, partsOf(corners, facts, lap.lengthM));
    s.overLaps.resize(corners.size());
    for (const auto& other : laps) {
        const auto inLap = measureAll(other, corners, track);
        for (std::size_t i = 0; i < corners.size(); ++i) s.overLaps[i].push_back(inLap[i]);
    }
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto straight = straightAfter(corners, facts, i, lap.lengthM);
        const auto& next = facts[(i + 1) % corners.size()];
        s.worth.push_back(exitWorth(car, sampleAt(lap.s, lap.v, straight.fromM), straight.fromM, straight.toM,
                                    next.minSpeed ? next.minSpeed->value : 0));
    }
    return s;
}

} // namespace hl

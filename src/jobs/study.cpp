// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/study.h"

#include "core/guide/edits.h"

namespace hl {

namespace {

std::vector<double> throughCorners(const LapTrace& lap, const std::vector<CornerParts>& parts) {
    std::vector<double> s;
    for (const auto& t : timesOf(lap, parts)) s.push_back(t.sum());
    return s;
}

} // namespace

LapStudy studied(const LapTrace& lap, const MeasuredCorners& measured, const std::vector<LapTrace>& laps,
                 const Track* track) {
    LapStudy s;
    const auto& corners = measured.corners;
    const auto& facts = measured.facts;
    const auto car = abilityOf(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.shifts = shiftWorths(laps.empty() ? std::vector<LapTrace>{lap} : laps);
    s.toFind = timeToFind(lap, laps, partsOf(corners, facts, lap.lengthM));
    s.overLaps.resize(corners.size());
    const auto parts = partsOf(corners, facts, lap.lengthM);
    std::vector<GoodLap> others;
    for (const auto& other : laps) {
        const auto inLap = measureAll(other, corners, track);
        if (other.lap.number != lap.lap.number && other.lap.complete)
            others.push_back({throughCorners(other, parts), judgeLap(other, corners, inLap, car, track)});
        for (std::size_t i = 0; i < corners.size(); ++i) s.overLaps[i].push_back(inLap[i]);
    }
    s.faults = withoutHisWay(judgeLap(lap, corners, facts, car, track), corners, throughCorners(lap, parts), others);
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto straight = straightAfter(corners, facts, i, lap.lengthM);
        const auto& next = facts[(i + 1) % corners.size()];
        s.worth.push_back(exitWorth(car, sampleAt(lap.s, lap.v, straight.fromM), straight.fromM, straight.toM,
                                    next.minSpeed ? next.minSpeed->value : 0));
    }
    return s;
}

std::vector<const Fault*> openFaults(const LapStudy& study, const Guide& g) {
    std::vector<const Fault*> open;
    for (const auto& f : study.faults)
        if (!answerTo(g, "slip." + f.kind, f.corner)) open.push_back(&f);
    return open;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/comparison.h"

namespace hl {
Result<LapComparison> compared(const LapTrace& reference, const std::vector<LapTrace>& referenceLaps,
                               const LapTrace& other, const std::vector<LapTrace>& othersLaps, const Track* track) {
    LapComparison c;
    auto corners = findCorners(reference, track, referenceLaps);
    if (!corners) return corners.error();
    c.corners = std::move(*corners);
    c.referenceFacts = measureAll(reference, c.corners, track);
    const MeasuredCorners others{c.corners, measureAll(other, c.corners, track)};
    c.otherFacts = others.facts;
    c.parts = partsOf(c.corners, c.referenceFacts, reference.lengthM);
    c.delta = compareLaps(reference, other, c.parts);
    auto study = studied(other, others, othersLaps, track);
    c.faults = std::move(study.faults), c.worth = std::move(study.worth);
    c.first = firstToWorkOn(c.parts, c.delta.corners);
    c.ideal = idealLap(othersLaps, c.parts);
    return c;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Two laps held against each other; shared by the command and the studio.
#pragma once
#include "jobs/session.h"

namespace hl {

struct LapComparison {
    std::vector<Corner> corners; ///< of the reference
    std::vector<CornerFacts> referenceFacts, otherFacts;
    std::vector<CornerParts> parts;
    LapDelta delta;
    std::vector<Fault> faults;                   ///< of the other lap, by cost
    std::vector<std::optional<ExitWorth>> worth; ///< one a corner, with the other's car
    std::vector<CornerId> first;                 ///< corners to work on first, at most three
    IdealLap ideal;                              ///< of the other log's good laps
};

/// Errors: corners.no-turning.
Result<LapComparison> compared(const LapTrace& reference, const std::vector<LapTrace>& referenceLaps,
                               const LapTrace& other, const std::vector<LapTrace>& othersLaps, const Track* track);

} // namespace hl

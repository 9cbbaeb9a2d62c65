// SPDX-License-Identifier: GPL-3.0-or-later
// All findings of a guide, for window and command alike.
#pragma once
#include "core/check/check.h"
#include "jobs/session.h"

namespace hl {

/// What was worked out of one edition of a guide, to be looked over.
struct MadeGuide {
    const Cut& cut;
    const RoadClock& clock;
    const LabelPlan* labels = nullptr; ///< null: not placed yet
    const Speeches& speeches;
};

/// Of the words as they are written, of the plan and the voices of the edition that is made; those that were answered
/// "on purpose" are notes. `claims` are of the guide as it is said.
std::vector<Finding> findingsOf(const Guide& written, const Session& session, const MadeGuide& made,
                                const GuideClaims& claims);
std::vector<Finding> findingsOf(const Guide& written, const Session& session, const MadeGuide& made);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Every lap of a guide's log, to choose the one that is explained; and the guide on another one.
#pragma once
#include "core/check/check.h"
#include "core/judge/lap_choice.h"
#include "jobs/session.h"

namespace hl {

/// A report of every lap of the log. Errors: job.cancelled.
Result<std::vector<LapReport>> reportLaps(const Guide& guide, const Session& session, const Progress& progress);

struct OtherLap {
    Guide guide;
    std::shared_ptr<const Session> session; ///< brought up on that lap
    /// What people wrote and what does not fit this lap: claims that its facts contradict, places outside their corner,
    /// a film that does not show it.
    std::vector<Finding> misfits;
};

/// The guide drafted in another school and scene (units, labels of corners): what is still as it was drafted is drafted
/// anew, what people wrote stays.
Guide redraftedFor(Guide guide, const Session& session, const School& school, const Scene& scene);

/// Without the walk-through's words of these corners that are still as they were drafted and have no take.
Guide withoutDraftedWords(Guide guide, const Session& session, const std::vector<CornerId>& corners);

/// The guide explains another lap: corners, facts and drafted words are new, what people wrote stays.
/// Errors: laps.no-such, those of bringUp.
Result<OtherLap> onOtherLap(const Guide& guide, const Session& before, int lap, const Progress& progress);

} // namespace hl

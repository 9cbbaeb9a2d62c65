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

/// The guide explains another lap: corners, facts and drafted words are new, what people wrote stays.
/// Errors: laps.no-such, those of bringUp.
Result<OtherLap> onOtherLap(const Guide& guide, const Session& before, int lap, const Progress& progress);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What the log's other laps say about one of them.
#pragma once
#include "core/compare/shift_worth.h"
#include "core/compare/time_to_find.h"
#include "core/guide/guide.h"
#include "core/judge/rule.h"

#include <optional>

namespace hl {

struct LapStudy {
    std::vector<std::vector<CornerFacts>> overLaps; ///< [corner][lap], of the good laps
    std::vector<Fault> faults;                      ///< of this lap, by cost
    std::vector<std::optional<ExitWorth>> worth;    ///< one a corner
    std::optional<TimeToFind> toFind;               ///< against the best parts of all good laps
    std::vector<ShiftWorth> shifts;                 ///< where this car is shifted up, and where it should be
};
/// Those that nobody said are on purpose; by their place in the study.
std::vector<const Fault*> openFaults(const LapStudy& study, const Guide& guide);

LapStudy studied(const LapTrace& lap, const MeasuredCorners& measured, const std::vector<LapTrace>& laps,
                 const Track* track);

} // namespace hl

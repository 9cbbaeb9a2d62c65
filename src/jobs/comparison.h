// SPDX-License-Identifier: GPL-3.0-or-later
// Two laps, from files to findings; shared by the command and the studio.
#pragma once
#include "core/compare/compare.h"
#include "core/compare/shift_worth.h"
#include "core/judge/rule.h"
#include "core/log/log_input.h"
#include "jobs/progress.h"

#include <filesystem>
#include <optional>

namespace hl {

/// A log on a road: the track from a file, or learned from this log's own laps.
struct PlacedLog {
    bool learned = false;
    CarLog log;
    LapList laps;
    std::optional<Track> track; ///< none without positions
    const Track* trackOrNull() const { return track ? &*track : nullptr; }
};

/// `line` is "LAT,LON,HEADING" where no track tells it. Errors: those of the readers, line.*, usage.line (track and
/// line).
Result<PlacedLog> placedLog(
    const std::filesystem::path& log, const std::optional<std::filesystem::path>& track,
    const std::vector<ColumnChoice>& columns = {},
    const std::function<bool(double)>& goOn = [](double) { return true; }, const std::string& line = {});

/// Another log put on the same road, or scaled to its length when it has no positions.
/// Errors: those of the readers, compare.other-track.
Result<PlacedLog> placedOn(const std::filesystem::path& log, const PlacedLog& reference);

/// All complete laps within 7 % of the fastest, fastest first, on the road's axis of `lengthM`.
std::vector<LapTrace> goodLaps(const CarLog& log, const LapList& laps, const Track* track, double lengthM,
                               std::size_t most = 60);

/// What the log's other laps say about one of them.
struct LapStudy {
    std::vector<std::vector<CornerFacts>> overLaps; ///< [corner][lap], of the good laps
    std::vector<Fault> faults;                      ///< of this lap, by cost
    std::vector<std::optional<ExitWorth>> worth;    ///< one a corner
    std::vector<ShiftWorth> shifts;                 ///< where this car is shifted up, and where it should be
};
LapStudy studied(const LapTrace& lap, const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts,
                 const std::vector<LapTrace>& laps, const Track* track);

struct LapComparison {
    std::vector<Corner> corners; ///< of the reference
    std::vector<CornerFacts> referenceFacts, otherFacts;
    std::vector<CornerParts> parts;
    LapDelta delta;
    std::vector<Fault> faults;                   ///< of the other lap, by cost
    std::vector<std::optional<ExitWorth>> worth; ///< one a corner, with the other's car
    std::vector<int> first;                      ///< corners to work on first, at most three
    IdealLap ideal;                              ///< of the other log's good laps
};

/// Errors: corners.no-turning.
Result<LapComparison> compared(const LapTrace& reference, const std::vector<LapTrace>& referenceLaps,
                               const LapTrace& other, const std::vector<LapTrace>& othersLaps, const Track* track);

} // namespace hl

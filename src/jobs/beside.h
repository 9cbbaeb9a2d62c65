// SPDX-License-Identifier: GPL-3.0-or-later
// Another lap beside the filmed one: of the same log, or of somebody else's.
#pragma once
#include "jobs/session.h"

namespace hl {

struct BesideLap {
    std::string name; ///< "lap 3" or "pupil.csv, lap 2"
    LapTrace lap;     ///< on the filmed lap's axis
    std::vector<CornerFacts> facts;
    LapDelta delta; ///< the filmed lap less this one: positive where the filmed lap loses
};

/// Errors: those of the readers, laps.no-such, compare.other-track.
Result<BesideLap> besideLap(const Session& session, int lapNumber);
/// Of another log; its best lap for the number 0.
Result<BesideLap> besideLog(const Session& session, const std::filesystem::path& log, int lapNumber = 0);
/// The same lap by the corners the session has now.
BesideLap comparedAgain(BesideLap beside, const Session& session);

/// What could be found in each corner: the filmed lap less the best of the good laps there, and the number of that lap.
struct TimeGain {
    CornerId corner;
    PartTimes lost; ///< against the lap that is best over the whole of this corner; its sum is what can be found here
    int bestLap = 0;
};
std::vector<TimeGain> gainsInCorners(const Session& session);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Which lap of a log a guide should explain, and why: clean and repeatable rather than the single fastest.
#pragma once
#include "core/judge/rule.h"
#include "core/sync/sync.h"

namespace hl {

/// A stretch of a lap where something else happened than on the laps beside it.
struct LapSpot {
    double fromM = 0, toM = 0;
    double costS = 0; ///< against the usual lap
};

struct LapReport {
    Lap lap;
    bool judged = false;        ///< from line to line, and measured; the rest below is only told of such laps
    double filmed = 0;          ///< share of the lap that the film shows, 0..1
    int inRun = 0;              ///< the how manieth since the car stood or went slowly: tyres and fuel; from 1
    std::vector<LapSpot> off;   ///< all four wheels beyond the edge
    std::vector<LapSpot> lifts; ///< eased off where this driver otherwise does not: traffic, or a slip
    std::vector<Fault> faults;  ///< of driving, by cost
    double faultsCostS = 0;
    std::optional<double> unlikeS; ///< how far from its neighbours, s a corner; none without any
    double behindS = 0;            ///< the fastest judged lap
    bool clean() const { return judged && off.empty() && lifts.empty(); }
    bool onFilm() const { return filmed > 0.98; }
};

/// The laps of a log as they are to be chosen from.
struct LapChoice {
    const LapList& laps;
    const std::vector<LapTrace>& traces; ///< of the complete ones, all on one axis, in the order of the log
    const std::vector<Corner>& corners;
    const Track* track = nullptr;
    ClockTie tie = {};
    Seconds film{}; ///< its length; 0 for none
};

/// One report a lap, in the order of the log.
std::vector<LapReport> lapReports(const LapChoice& from);

/// The lap that is proposed: clean, on the film where one is, close to its neighbours and not slow. Null without a
/// judged lap.
const LapReport* proposedLap(const std::vector<LapReport>& reports);

/// "clean, the fastest, on the film, repeats within 0.08 s" (a corner's time): what speaks for a lap, and against it.
std::string reasonsOf(const LapReport& report);

} // namespace hl

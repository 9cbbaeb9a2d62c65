// SPDX-License-Identifier: GPL-3.0-or-later
// One lap on its distance axis, with a run-up before the line and a run-out after it.
#pragma once
#include "core/lap/laps.h"

namespace hl {

/// Sample i of every filled vector belongs together. `s` is metres from the timing line on the track's axis:
/// negative before the lap starts, beyond `lengthM` after it ends. A vector the log cannot fill stays empty.
struct LapTrace {
    Lap lap;
    double lengthM = 0;
    std::vector<double> t;               ///< log clock, s
    std::vector<double> s;               ///< m, ascending
    std::vector<double> v;               ///< m/s
    std::vector<double> throttle, brake; ///< 0..1
    std::vector<double> steering;        ///< rad, left positive
    std::vector<double> gear, rpm;
    std::vector<double> ax, ay, az; ///< m/s^2; ax from speed when the log has none
    std::vector<double> x, y;       ///< m on the track's plane
    std::vector<double> heading;    ///< rad, continuous
    std::vector<double> curvature;  ///< 1/m, left positive
    std::vector<double> lateral;    ///< m from the centre line, left positive; only on a road
    bool edgesKnown = false;        ///< the road's edges are measured, not supposed: lateral says where across the road
};

/// Seconds of run-up and run-out kept on each side of the lap, as far as the log reaches.
inline constexpr double kRunUpS = 8;

/// Errors: trace.no-speed (no speed, position or distance to make a distance axis from).
Result<LapTrace> traceOf(const CarLog& log, const LapList& laps, const Lap& lap, const Track* track);

LogTime timeAt(const LapTrace& trace, double atM);
double placeAt(const LapTrace& trace, LogTime t); ///< metres from the line

/// A stand-in road when no track file is known: the driven line as centre, edges assumed 6 m to either side.
/// Empty when the log has no positions.
std::optional<Track> roadFromTrace(const LapTrace& trace);

} // namespace hl

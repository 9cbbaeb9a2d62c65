// SPDX-License-Identifier: GPL-3.0-or-later
// What the log says at one moment, as it is read in the picture's corners.
#pragma once
#include "core/guide/guide.h"
#include "core/lap/trace.h"

namespace hl {

struct InputStrip {
    double fromM = 0, toM = 0, nowM = 0;
    std::vector<double> atM, throttle, brake; ///< empty pedals where the log has none
};
InputStrip stripAt(const LapTrace& trace, double nowM);

struct Live {
    std::optional<double> speed, brake, throttle; ///< m/s; 0..1
    std::optional<int> gear;
    std::optional<double> forward, left; ///< accelerations, m/s^2
};
Live liveAt(const LapTrace& trace, LogTime when);

/// What comes next in a corner, and how far it is.
struct ToGo {
    std::string what; ///< "brake", "turn in", "apex", "exit"
    double metres = 0;
};
/// None beyond the corner's exit. `facts`: null where nothing was measured.
std::optional<ToGo> nextIn(const GuideCorner& corner, const CornerFacts* facts, double nowM, double lapM);

/// Seconds since the lap began; none before it and after its end.
std::optional<double> lapSeconds(const LapTrace& trace, LogTime when);
/// How much later than in the other lap this place was reached, s.
std::optional<double> behind(const LapTrace& trace, const LapTrace& other, LogTime when);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The words of the whole guide as one text: a heading for every section and corner, a line for every other look at it,
// the beats below.
#pragma once
#include "core/cut/cut.h"

#include <map>

namespace hl {

struct ScriptRow {
    enum class Kind { Section, Corner, Pass, Beat };
    Kind kind = Kind::Beat;
    SectionKind section = SectionKind::WalkThrough; ///< of a section's heading and beats
    CornerId corner;
    Pass pass = Pass::Walk;
    BeatId beat;
    int lap = 0; ///< of a further lap's heading and beats
    friend bool operator==(const ScriptRow&, const ScriptRow&) = default;
};

/// In the order one reads: opening, conditions, corner after corner with its passes, further laps, close.
std::vector<ScriptRow> scriptRows(const Guide& guide);

/// How a beat's words lie in the cut: seconds spoken, and seconds of guide at each pace from its shots.
struct BeatTiming {
    double spokenS = 0, startS = 0, fullS = 0, halfS = 0, quarterS = 0, standsS = 0;
    double allS() const { return fullS + halfS + quarterS + standsS; }
};
std::map<BeatId, BeatTiming> timingsOf(const Cut& cut);

} // namespace hl

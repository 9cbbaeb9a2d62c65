// SPDX-License-Identifier: GPL-3.0-or-later
// Two laps over the same metres: where the time went.
#pragma once
#include "core/corner/corner.h"

namespace hl {

/// Seconds in the four parts of a corner. They tile the lap: entry from the approach to turn-in, middle until the apex
/// or the slowest place (whichever is later), exit until the corner lets go, then the straight until the next approach.
/// The straight before the first corner belongs to the last one.
struct PartTimes {
    double entryS = 0, middleS = 0, exitS = 0, straightS = 0;
    double sum() const { return entryS + middleS + exitS + straightS; }
    friend PartTimes operator-(const PartTimes& a, const PartTimes& b) {
        return {a.entryS - b.entryS, a.middleS - b.middleS, a.exitS - b.exitS, a.straightS - b.straightS};
    }
};

/// Where the parts of each corner begin, m; ascending from 0 to the lap's length.
struct CornerParts {
    CornerId corner;
    double entryM = 0, middleM = 0, exitM = 0, straightM = 0;
};
std::vector<CornerParts> partsOf(const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts,
                                 double lengthM);

/// Seconds from the lap's start to a place; exact at both lines.
double timeInLap(const LapTrace& lap, double atM);

/// One lap's time in each part; they add up to its lap time.
std::vector<PartTimes> timesOf(const LapTrace& lap, const std::vector<CornerParts>& parts);

struct LapDelta {
    double totalS = 0;              ///< other minus reference: positive when the other is slower
    std::vector<double> s, behindS; ///< the delta at equal distance, every 5 m
    std::vector<PartTimes> corners; ///< other minus reference, in the order of the parts
};
/// Both laps must lie on one distance axis (the same track, or both scaled to it).
LapDelta compareLaps(const LapTrace& reference, const LapTrace& other, const std::vector<CornerParts>& parts);

/// A lap on another axis (no positions, another wheel's size) stretched to the reference's length.
LapTrace stretchedTo(LapTrace lap, double lengthM);

/// The best of several laps piece by piece (a piece is a corner with its straight), where a piece may only follow one
/// that leaves at least as fast, less 1 m/s, as it begins: pieces that fit together, by dynamic programming.
struct IdealLap {
    double timeS = 0;
    std::vector<std::size_t> from; ///< which lap, one a piece
};
/// Seconds of one lap in such a piece: from one approach to the next; the first also holds the road before it, the last
/// the road after it.
double pieceS(const LapTrace& lap, const std::vector<CornerParts>& parts, std::size_t piece);
IdealLap idealLap(const std::vector<LapTrace>& laps, const std::vector<CornerParts>& parts);

/// Corners by what they lose, most first, at most three, each worth at least `leastS`.
std::vector<CornerId> firstToWorkOn(const std::vector<CornerParts>& parts, const std::vector<PartTimes>& lost,
                                    double leastS = 0.02);

} // namespace hl

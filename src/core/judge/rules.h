// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/judge/rule.h"
#include "core/units/figures.h"

namespace hl {

std::vector<Fault> pedalsOnAndOff(const JudgedCorner&);   ///< the brake again after the power, or in several presses
std::vector<Fault> slowedTooMuch(const JudgedCorner&);    ///< grip left unused at the slowest point
std::vector<Fault> earlyApex(const JudgedCorner&);        ///< clipped early and paid for at the exit
std::vector<Fault> powerThenLift(const JudgedCorner&);    ///< power asked for before the car could take it
std::vector<Fault> powerAsSwitch(const JudgedCorner&);    ///< nought to full at once, more than once
std::vector<Fault> counterSteer(const JudgedCorner&);     ///< the wheel against the corner
std::vector<Fault> longCoast(const JudgedCorner&);        ///< neither pedal for long
std::vector<Fault> brakingGivenAway(const JudgedCorner&); ///< braked less hard than this car can
std::vector<Fault> brakeInSteps(const JudgedCorner&);     ///< the pedal comes back while it is let off
std::vector<Fault> limiterAndShifts(const JudgedCorner&); ///< on the limiter, or shifted up early
std::vector<Fault> roadUnused(const JudgedCorner&);       ///< road left beside the car at the exit
std::vector<Fault> overTheEdge(const JudgedCorner&);      ///< wheels beyond the edge

/// The samples of the lap in [fromM, toM).
struct SampleRange {
    std::size_t a = 0, b = 0;
};
SampleRange samplesIn(const LapTrace& lap, double fromM, double toM);
/// Seconds lost by leaving the corner `lostMps` slower, along the straight that follows.
double exitCost(const JudgedCorner& j, double lostMps);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Faults of a lap, each with its place, its evidence and what it costs. A rule is one small file and one line in
// rules.cpp.
#pragma once
#include "core/compare/car_ability.h"
#include "core/compare/exit_worth.h"
#include "core/corner/corner.h"

namespace hl {

/// Something that cost time here.
struct Fault {
    std::string kind; ///< "long-coast", ...; stable
    CornerId corner;
    double atM = 0, costS = 0; ///< cost is an estimate, s; 0 where it costs no time but a penalty
    std::string evidence;      ///< a sentence with the figures
    double toM = 0;            ///< end of the stretch when it has one, else 0
    int times = 1;             ///< how often in its corner; place and figures are of the dearest
};

/// What a rule may look at: one corner of one lap, with its neighbours.
struct JudgedCorner {
    const LapTrace& lap;
    const Corner& corner;
    const CornerFacts& facts;
    const CarAbility& car;
    std::optional<ExitWorth> worth; ///< of this corner's exit
    const Track* track = nullptr;   ///< edges; none when not known
    double carWidthM = 1.8;
    const Corner* next = nullptr; ///< on the road; null where it is the corner itself
};

using Rule = std::vector<Fault> (*)(const JudgedCorner&);

/// The thresholds, in one place, each with its reason.
namespace judge {
inline constexpr double kOnBrake = 0.10;    // a foot that rests on the pedal shows up to here
inline constexpr double kOnPower = 0.12;    // likewise
inline constexpr double kLongCoastS = 0.45; // changing pedals takes a quarter of a second; twice that is waiting
inline constexpr double kGripBusy = 0.8;    // share of the sideways grip from which the car is busy turning
inline constexpr double kLiftDrop = 0.20;   // share of the pedal; balancing moves it by less
inline constexpr double kUnusedGrip = 0.12; // share of what the car shows elsewhere; drivers vary by 5 %
inline constexpr double kUnusedBraking = 0.15;
inline constexpr double kLeastBrakingS = 0.7; // a shorter dab is not meant to stop the car
inline constexpr double kSwitchS = 0.12;      // nought to full in less: nobody feels the tyre in that time
inline constexpr double kCounterSteer = 0.06; // rad at the wheel against the corner
inline constexpr double kCounterSteerS = 0.12;
inline constexpr double kLimiterS = 0.20;       // at the limiter before the shift
inline constexpr double kEarlyShift = 0.06;     // share below where this driver usually shifts up
inline constexpr double kRoadUnusedM = 2.2;     // beside the car at the widest of the exit; a metre is caution
inline constexpr double kOverLimitM = 0.25;     // wheels beyond the edge by more than positions are wrong
inline constexpr double kEarlyApexShare = 0.12; // of the corner's length before the middle of its turning
inline constexpr double kBrakeStep = 0.06;      // share of the pedal that comes back while it is let off
inline constexpr double kFootS = 0.2;           // a foot that goes to and fro takes longer
inline constexpr double kBeside = 1.5;          // times as dear as here a slip may be elsewhere and still be the same
inline constexpr double kSoonS = 2.2;           // to the next turn-in: the exit is given up for it
} // namespace judge

/// All rules over all corners of a lap, by cost, most first. One slip is told once: a lift that belongs to feet going
/// on and off, or a coast that ends where the car was slowed too much, is left to the finding that says more; of one
/// kind there is one in a corner, with how often.
std::vector<Fault> judgeLap(const LapTrace& lap, const std::vector<Corner>& corners,
                            const std::vector<CornerFacts>& facts, const CarAbility& car, const Track* track,
                            double carWidthM = 1.8);

/// Without what this driver does as well where he was as quick or quicker in the corner: that is how he drives it, no
/// slip. `others` are the other good laps' times from corner to corner with their own faults; `ownS` the judged lap's.
struct GoodLap {
    std::vector<double> cornerS; ///< with the straight that follows, one a corner
    std::vector<Fault> faults;
};
std::vector<Fault> withoutHisWay(std::vector<Fault> faults, const std::vector<Corner>& corners,
                                 const std::vector<double>& ownS, const std::vector<GoodLap>& others);

} // namespace hl

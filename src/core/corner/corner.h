// SPDX-License-Identifier: GPL-3.0-or-later
// Corners of a lap and what the log shows in each.
#pragma once
#include "core/corner/corner_shape.h"
#include "core/lap/trace.h"
#include "core/units/id.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace hl {

/// A stretch of road with what people call it by. The id is the guide's; corners that were only found are counted
/// from 1.
struct Corner : CornerShape {
    CornerId id;
    int number = 0;
    std::string name;
    friend bool operator==(const Corner&, const Corner&) = default;
};

/// "5-6" for corners driven as one, by the numbers they have now; empty for a corner alone.
std::string complexLabel(const std::vector<Corner>& inRoadOrder, CornerId corner);

/// A measured value with the half-width that holds in about 95 % of cases.
struct Measured {
    double value = 0, uncertainty = 0;
};

struct Shift {
    double atM = 0;
    int from = 0, to = 0;
    double rpmBefore = 0, rpmAfter = 0; ///< rev/min a tenth of a second each way; 0 without engine speed
};

struct Lift {
    double fromM = 0, toM = 0;
    double low = 0; ///< smallest throttle in it, 0..1
};

/// The wheels of one side beyond one edge of the road.
struct WheelsOver {
    bool leftWheels = false, leftEdge = false;
    double fromM = 0, toM = 0;
    double mostM = 0;    ///< the farthest beyond the edge, m
    bool kerb = false;   ///< the map has a kerb there
    bool jolted = false; ///< the vertical acceleration shakes there as it does not on the road
};

/// What one lap shows in one corner. A fact that is missing has its reason in `unmeasured` under its JSON key.
struct CornerFacts {
    std::optional<Measured> brakeOnsetM, brakePeak, brakeReleaseM, trailM; ///< peak 0..1
    std::optional<Measured> minSpeed, minSpeedM, entrySpeed, exitSpeed;    ///< m/s
    std::optional<int> minGear, entryGear;
    std::vector<Shift> shifts;
    std::optional<Measured> throttlePickupM, fullThrottleM;
    std::vector<Lift> lifts;
    std::optional<Measured> apexLateralM, entryLateralM, exitLateralM; ///< m from the centre line, left positive
    bool noBraking = false;                                            ///< the log shows that nobody brakes here
    std::string brakeShape; ///< "stamp and bleed", "even", "drag", "dab", "two-stage", "none"; empty when unmeasured
    std::optional<Measured> brakeToPeakS,
        brakeHalfM;                           ///< s from onset to nine tenths of the peak; where it is let off to half
    std::optional<Measured> deceleration;     ///< the hardest, m/s^2
    std::optional<Measured> trailShare;       ///< of the braking's length that lies after turn-in, 0..1
    std::optional<Measured> limiterS, coastS; ///< s on the limiter; s on neither pedal from braking to power
    std::optional<int> gearLowerRpm, gearHigherRpm; ///< rev/min at the slowest point in one gear less or more
    std::string apexKind; ///< "early", "middle", "late" by the turning; empty when the edges are not known
    std::optional<Measured> brakeLateralM;    ///< m from the centre line, left positive
    std::optional<Measured> drivenM;          ///< metres driven less metres of the centre line, turn-in to end
    std::optional<Measured> straightEndSpeed; ///< m/s where the next corner's braking begins
    std::optional<Measured> counterSteerS;    ///< s with the wheel against the corner
    std::optional<Measured> steerOnsetM;      ///< where the wheel is turned towards the corner
    std::optional<Measured> slipRad; ///< at the wheel, where it is largest: positive when the car turns more than the
                                     ///< wheel asks (it rotates), negative when it turns less (it pushes)
    std::optional<Measured>
        limitM; ///< least distance of the outer wheels from the edge, exit included; negative beyond
    std::vector<WheelsOver> wheelsOver;
    std::vector<Lift> jolts;    ///< stretches shaken hard, where no map tells of a kerb; low = how many times the usual
    std::vector<Lift> plateaus; ///< the throttle held between a tenth and nine tenths; low = its level
    std::vector<Lift> brakeHeld;           ///< the brake held at a level, in road order; low = its level
    std::optional<Measured> brakeAtTurnIn; ///< 0..1
    std::map<std::string, std::string> unmeasured;
};

/// Corners of a lap from its curvature: hysteresis, heading change, then bounds from the pedals.
/// Names come from the track when it has them. Errors: corners.no-turning (no position, yaw rate or lateral
/// acceleration).
/// Where other laps of the same axis are given, what all of them show decides how many corners there are and where;
/// apexes and turn-ins are this lap's.
Result<std::vector<Corner>> findCorners(const LapTrace& trace, const Track* track,
                                        const std::vector<LapTrace>& others = {});

/// A stretch of the lap told as a corner, whatever it is: side, apex, angle, radius, kind. No number and no name.
Corner cornerBetween(const LapTrace& trace, double fromM, double toM);

inline constexpr double kCarWidthM = 1.8; ///< when nobody says

/// With the track, wheels and limits are told too; they need edges that are known.
CornerFacts measure(const LapTrace& trace, const Corner& corner, const Track* track = nullptr,
                    double carWidthM = kCarWidthM);
std::vector<CornerFacts> measureAll(const LapTrace& trace, const std::vector<Corner>& corners,
                                    const Track* track = nullptr, double carWidthM = kCarWidthM);

/// The corners of one lap with what it shows in each, met by id.
struct MeasuredCorners {
    std::vector<Corner> corners;
    std::vector<CornerFacts> facts; ///< one per corner
    bool sidesKnown = true;         ///< else which of them go left is a guess
    std::optional<std::size_t> indexOf(CornerId id) const;
    /// None when this corner was not measured, or between other bounds than it has now.
    const CornerFacts* of(const Corner& corner) const;
};

} // namespace hl

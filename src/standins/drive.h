// SPDX-License-Identifier: GPL-3.0-or-later
// A car and a driver on the racing line: an out lap and timed laps at 1 kHz, with the exact truth of every event.
#pragma once
#include "standins/racing_line.h"

#include <cstdint>

namespace hl::standin {

struct Car {
    std::string name = "Pellow 210";
    double massKg = 690;
    double gripG = 1.42;             ///< steady lateral grip
    double downforcePerV2 = 0.00045; ///< more g per (m/s)^2
    double brakeG = 1.75;            ///< deceleration at full pedal
    double powerW = 148e3;
    double dragPerV2 = 0.00062;                                 ///< m/s^2 per (m/s)^2
    std::vector<double> gearMps = {21, 30.5, 40, 49.5, 59, 69}; ///< speed at the limiter
    double limiterRpm = 7600, upshiftRpm = 7350, downshiftRpm = 6700;
    double widthM = 1.72;
    double steeringRatio = 11, wheelbaseM = 2.4;
};

/// How this driver drives, and what goes wrong when asked for.
struct Driver {
    double commitment = 0.965; ///< share of the grip used at the slowest point
    double brakePeak = 0.86;
    double trail = 0.75; ///< how far from turn-in to apex the brake is bled off
    double pickupAfterApexM = 4;
    int liftInCorner = 4;     ///< power then lift here; 0 for nowhere
    int earlyBrakeCorner = 9; ///< brakes 14 m too soon here; 0 for nowhere
    double spreadM = 1.2;     ///< how far braking points wander from lap to lap
};

struct Sample {
    double t = 0, s = 0, v = 0, throttle = 0, brake = 0, rpm = 0, ax = 0, ay = 0;
    int gear = 1, lap = 0;
};

struct GearChange {
    double s = 0;
    int from = 0, to = 0;
};

/// Exact events of one corner on one lap, metres from the line.
struct CornerTruth {
    int number = 0, lap = 0;
    std::string name;
    bool left = false, braked = false;
    double brakeOnset = 0, brakeRelease = 0, brakePeak = 0;
    double turnIn = 0, apex = 0, minSpeedAt = 0, minSpeed = 0, power = 0, fullPower = 0;
    bool lifted = false;
    std::vector<GearChange> shifts; ///< on the way into and through this corner
};

struct Drive {
    Car car;
    DrivenLine line;
    double step = 0.001; ///< s
    std::vector<Sample> samples;
    std::vector<CornerTruth> truth;
    std::vector<GearChange> shifts; ///< every one of the drive, metres unwrapped
    std::vector<double> lapTimes;   ///< of the timed laps
};

Drive drive(const Circuit& c, const Car& car, const Driver& driver, int timedLaps, std::uint32_t seed);

} // namespace hl::standin

// SPDX-License-Identifier: GPL-3.0-or-later
// The sensors of a simulated action camera, and the packets in which it writes them into its film (GPMF).
#pragma once
#include "standins/drive.h"

#include <string>

namespace hl::standin {

struct CameraSensors {
    double fixesPerS = 10, samplesPerS = 199.4;
    double packetS = 1.001;
    double lateS = 0.24;                                  ///< by which the receiver tells too late
    double placeNoiseM = 0.15, wanderM = 0.8;             ///< white, and slowly wandering
    double speedNoise = 0.08;                             ///< m/s
    double rotationNoise = 0.02, accelerationNoise = 1.2; ///< rad/s, m/s^2: engine and road
    double yawDeg = 4, pitchDeg = -6, rollDeg = 2;        ///< of the camera against the car
    std::string stored = "ZXY";                           ///< order of the axes; small letters count backwards
    bool tellsOrder = true, matrixInOne = false; ///< ORIN and ORIO, else MTRX (9 items or 1) where stored differs
    bool matrix = false;
    bool stamps = true;         ///< STMP and TSMP
    double firstStampS = 31.25; ///< the film is a piece of a longer one
    bool younger = false;       ///< GPS9 instead of GPS5
    bool receiver = true, rotation = true, acceleration = true;
    double noFixBeforeS = 0;   ///< numbers stand there all the same
    bool secondDevice = false; ///< another one in the same packets
    std::uint32_t seed = 5;
};

struct SensorPacket {
    double startS = 0, lengthS = 0;
    std::vector<std::uint8_t> bytes;
};

/// What the camera writes while it films [fromS, toS) of the drive; times count from fromS.
std::vector<SensorPacket> sensorPackets(const Circuit& c, const Drive& d, double fromS, double toS,
                                        const CameraSensors& o);

} // namespace hl::standin

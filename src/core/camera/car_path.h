// SPDX-License-Identifier: GPL-3.0-or-later
// How the car went, as the camera on it felt it: position and attitude at every moment of the log, in laps and between.
#pragma once
#include "core/log/car_log.h"
#include "core/track/track.h"

namespace hl {

/// One sample per `t` (log clock, s, ascending) in every vector. Smoothed without delay.
struct CarPath {
    std::vector<double> t, s;    ///< s: metres from the timing line, continuous (beyond the length in the next lap)
    std::vector<double> x, y, z; ///< m on the road's plane, of the road's surface under the logged position
    std::vector<double> heading; ///< rad, anticlockwise from east, continuous
    std::vector<double> slope;   ///< of the way, rad, up positive
    std::vector<double> ax, ay;  ///< m/s^2, forward and left; 0 where the log has none
    /// Of the body beyond the road, rad, nose up and left side down positive, as the log measured it; empty where it
    /// did not, or where what it measured agrees with neither the road nor the forces.
    std::vector<double> pitch, roll;
    bool empty() const { return t.size() < 2; }
};

/// The log's samples within [from, to] s, no denser than 100 a second. Empty without positions. The heading is that of
/// the way, carried between by the yaw rate where the log has one, for a nose turns before the way does; the log's own
/// heading stands for the way's where it agrees with it.
CarPath carPath(const CarLog& log, const Track& road, double fromS, double toS);

} // namespace hl

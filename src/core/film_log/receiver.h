// SPDX-License-Identifier: GPL-3.0-or-later
// Where the camera's receiver says it was.
#pragma once
#include "core/film_log/sensor_streams.h"
#include "core/log/car_log.h"
#include "core/units/result.h"

namespace hl {

/// A receiver's fixes, on the film's clock as they were written (too late by the receiver's delay).
struct Receiver {
    std::string name;      ///< "GPS5 of HiRes Cam"
    std::vector<double> t; ///< s, ascending
    std::vector<GeoPoint> at;
    std::vector<double> heightM, speed; ///< m above the ellipsoid or the sea, as the receiver counts; m/s over ground
    std::size_t withoutFix = 0;         ///< samples left out
};

/// The receiver with the most fixes. A sample without a fix, with a dilution of ten or more, or at 0, 0 is no position,
/// whatever numbers stand there. Errors: film-log.no-receiver, film-log.no-fix.
Result<Receiver> bestReceiver(const SensorStreams& streams);

/// How the receiver says the car moved: smoothed places with the speed taken from them or as told.
struct Driven {
    std::vector<double> t;                     ///< s, still late
    std::vector<double> speed, along, turning; ///< m/s, m/s^2, rad/s left positive
};
Driven drivenBy(const Receiver& receiver);

} // namespace hl

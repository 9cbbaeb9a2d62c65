// SPDX-License-Identifier: GPL-3.0-or-later
// Cutting a log into laps at the timing line.
#pragma once
#include "core/log/car_log.h"
#include "core/track/track.h"
#include "core/units/result.h"

namespace hl {

struct Lap {
    int number = 0;  ///< the log's own; without a lap column the out lap is 0 and timed laps count from 1
    LogTime start{}; ///< interpolated between samples
    Seconds time{};
    bool complete = false; ///< from line to line
};

/// Where laps begin, on the log's plane; driven across in the direction of `headingRad`, anticlockwise from east.
struct TimingLine {
    Vec2 at;
    double headingRad = 0;
};
/// A stretch of the log's clock, s.
struct LogSpan {
    double fromS = -1e300, toS = 1e300;
};

struct LapList {
    std::vector<Lap> laps;
    double trackLengthM = 0;
    std::string line; ///< how the line was known: "track", "given", "log" (lap or distance column), "assumed", "none"
    std::optional<TimingLine> assumed; ///< where the line is supposed to be
};

/// A line told as people read it off a map: "LAT,LON,HEADING", the heading in degrees clockwise from north.
/// Errors: line.bad-value, line.no-globe (the log's positions have no place on the globe).
Result<TimingLine> lineFrom(std::string_view text, const CarLog& log);

/// Errors: laps.no-way (the log can neither be placed on a road nor has a lap, distance or speed column).
/// A line that is given counts before the log's own lap column; a track's line before both. One that has to be assumed
/// is put where most whole laps lie within the span.
Result<LapList> findLaps(const CarLog& log, const Track* track, const std::optional<TimingLine>& line = std::nullopt,
                         const LogSpan& within = {});

/// The lap with that number, or the fastest complete one. Errors: laps.none-complete, laps.no-such.
Result<Lap> fastest(const LapList& list);
Result<Lap> numbered(const LapList& list, int number);

/// Metres since sample `from` of the log, up to sample `to`, from the best source it has: speed, positions or an
/// odometer.
std::vector<double> travelled(const CarLog& log, std::size_t from = 0, std::size_t to = static_cast<std::size_t>(-1));

/// The log's positions moved onto the track's plane (same origin).
void moveToPlane(CarLog& log, const Track& track);

} // namespace hl

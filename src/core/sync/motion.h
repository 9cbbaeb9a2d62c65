// SPDX-License-Identifier: GPL-3.0-or-later
// Tying the clocks by how the picture turns: the scene moves sideways as the car yaws.
#pragma once
#include "core/sync/sync.h"

#include <optional>
#include <vector>

namespace hl {

/// How the picture moved from each frame to the next. Sideways is the share of the picture's width a second, positive
/// when the scene moves right (the car yaws left); NaN where a frame could not be compared with the one before.
struct PictureMotion {
    std::vector<double> footageS; ///< middle between the two frames, ascending
    std::vector<double> sideways, upwards;
};

/// The log's own turning, rad/s, left positive, on its time axis: yaw rate, else from the driven path, else from
/// lateral acceleration over speed. Empty when it shows none of them.
std::vector<double> turningOf(const CarLog& log);

/// Which way is left, by which way the picture turns where a tie puts the film: correlation of both, -1..1, negative
/// where the log counts the other way; none where they share less than 15 s or hardly go together.
std::optional<double> sidesInPicture(const PictureMotion& picture, const CarLog& log, const ClockTie& tie);

/// The log's own shaking, m/s^2; empty when it has no vertical acceleration.
std::vector<double> joltsOf(const CarLog& log);

/// A log that only guesses which way is left (CarLog::sides) is laid on the film both ways; the better one counts.
/// By the turning and, where the log has vertical acceleration, by the jolts too: bumps and kerbs shake picture and
/// car. Errors: sync.no-turning (the log does not show how the car turns), sync.too-short, sync.not-sure.
Result<ClockTie> syncByMotion(const PictureMotion& picture, const CarLog& log);

/// Two independent answers weighed by their uncertainties; an error when they contradict each other.
/// Errors: sync.not-sure.
Result<ClockTie> weighed(const ClockTie& a, const ClockTie& b);

} // namespace hl

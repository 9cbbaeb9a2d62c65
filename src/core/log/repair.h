// SPDX-License-Identifier: GPL-3.0-or-later
// Making a freshly read log usable: gaps, units by range, signs, a local plane. Everything done is told in the notes.
#pragma once
#include "core/log/car_log.h"
#include "core/log/channel_names.h"

namespace hl {

/// Brings every channel to SI, left-positive, without holes. `columns` tell which units were given; none when the
/// format fixes them all.
void repair(CarLog& log, const std::vector<ColumnGuess>& columns);

/// Only the units of columns that were given none, by their range and by the way driven (units_by_range.cpp).
void guessUnits(CarLog& log, const std::vector<ColumnGuess>& columns);

/// Only the signs, against the driven path (signs.cpp), and how it is known which way is left. `columns` tell whether
/// two axes are surely east and north.
void alignSigns(CarLog& log, const std::vector<ColumnGuess>& columns);
/// Whether only names, or a gyroscope that may be mounted upside down, tell which way is left: a film or a road says
/// more.
bool sidesMayBeMirrored(const CarLog& log);
/// What was found out besides the log: its turning is turned round where it counts the other way.
void takeSides(CarLog& log, const SidesTold& told);

/// Samples that bring a new position, not a missing one or the last one held; of positions that come too often to be
/// conditioned only the first thousands.
std::vector<std::size_t> freshFixes(const CarLog& log);
/// Speed, heading and a quiet path from positions of 1 to 30 Hz (condition.cpp); others are left as they are.
void conditionPositions(CarLog& log, const std::vector<std::size_t>& fresh);

double medianStep(const std::vector<double>& t); ///< s between samples, of the first thousands

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/lap/laps.h"

namespace hl {

/// Metres from the timing line by the log's own distance column, for its samples [from, from + way.size()). People know
/// their track by these metres: a simulator counts them along the middle of the road, a wheel along the line driven.
/// `way` is the metres travelled at those samples; it smooths the column and carries on before and after the lap.
/// None when the lap is not complete, or the column does not grow with the way (within a tenth).
std::optional<std::vector<double>> distanceFromLine(const CarLog& log, const Lap& lap, std::size_t from,
                                                    const std::vector<double>& way);

/// The lap's length by that column, m.
std::optional<double> lengthByDistance(const CarLog& log, const Lap& lap);

} // namespace hl

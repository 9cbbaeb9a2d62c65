// SPDX-License-Identifier: GPL-3.0-or-later
// How alike several laps are in one fact: whether it is a habit or an accident.
#pragma once
#include "core/corner/fact_table.h"

namespace hl {

struct Spread {
    double median = 0, low = 0,
           high = 0;      ///< low and high hold nine tenths of the laps (all of them when fewer than ten)
    std::size_t laps = 0; ///< in which it could be measured
};

/// Over the facts of one corner in several laps; none when fewer than two laps show it.
std::optional<Spread> spreadOf(const std::vector<CornerFacts>& laps, Fact fact);

} // namespace hl

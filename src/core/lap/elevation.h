// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/lap/laps.h"

namespace hl {

/// Heights of a road that has none (all of it at one height) from those that the log gives along it: all laps together,
/// each brought to the others' level, for receivers wander by metres within an hour. The road stays flat where the laps
/// do not agree within a metre, or where the log has no heights. `log` on the road's plane.
void fillElevation(Track& road, const CarLog& log);

} // namespace hl

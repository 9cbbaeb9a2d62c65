// SPDX-License-Identifier: GPL-3.0-or-later
// A timing line for a log that knows none.
#pragma once
#include "core/lap/laps.h"

namespace hl {

/// Where the car passes most often, so that most whole laps lie within the span; of such places the one that is driven
/// fastest, where the road is straight. None for a log without positions, or that passes no place twice: then where it
/// is fastest all over.
std::optional<TimingLine> assumedLine(const CarLog& log, LogSpan within = {});

} // namespace hl

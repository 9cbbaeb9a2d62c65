// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/corner.h"

namespace hl {

/// What is worked out once braking, speeds, gears, power and line are known: the limiter, other gears, coasting,
/// plateaus of the power, where the apex lies in the turning, how far was driven, the wheel against the corner.
void measureMore(const LapTrace& trace, const Corner& corner, CornerFacts& facts);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/pedal_ramp.h"

namespace hl {

/// Names the shape of one press of the brake, and where and how soon it happens: shape, time to the peak, where it is
/// let off to half, the hardest deceleration, and how much of it is after turn-in.
void measureShape(const LapTrace& trace, const Corner& corner, const Press& press, CornerFacts& facts);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/lap/trace.h"

namespace hl {

/// The lap as it is usually driven: at each of its samples the median over it and the other laps (of the same distance
/// axis) of speed, throttle, brake, curvature, heading and lateral position. The lap itself when there are no others.
LapTrace usualLap(const LapTrace& lap, const std::vector<LapTrace>& others);

} // namespace hl

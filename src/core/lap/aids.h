// SPDX-License-Identifier: GPL-3.0-or-later
// Aids that modulate the pedals of a car: an anti-lock brake, a traction control. What they do within a third of a
// second is not the driver's foot; it is recognised once for a log and measured through.
#pragma once
#include "core/lap/trace.h"

#include <string>

namespace hl {

struct Aids {
    bool brake = false, power = false;
};

/// From all the laps of one log.
Aids aidsIn(const std::vector<const LapTrace*>& laps);

/// What a person is told of them, once for a log; empty where none is at work.
std::vector<std::string> told(Aids aids);

/// The pedals as the foot held them: dips shorter than a third of a second are filled.
LapTrace measuredThrough(LapTrace lap, Aids aids);

} // namespace hl

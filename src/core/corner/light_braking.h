// SPDX-License-Identifier: GPL-3.0-or-later
// A brushed brake is braking too: what stands out of the pedal's own noise and slows the car more than letting go does.
#pragma once
#include "core/corner/pedal_ramp.h"
#include "core/corner/wheel_facts.h"

namespace hl {

/// Share of the pedal from which a press is more than its rest and its noise; 0.02 to 0.12.
double lightestBraking(const LapTrace& trace);
/// The median slowing with neither pedal, m/s^2, negative; none with fewer than twenty samples of it.
std::optional<double> coasting(const LapTrace& trace);
/// Whether a light press is the braking of somebody who means to slow: not a foot that rests on the pedal.
bool slowsTheCar(const LapTrace& trace, const Press& press, const LapWide& wide);
/// Where the pedal is held: it moves by less than four hundredths for a third of a second.
std::vector<Lift> heldLevels(const LapTrace& trace, double fromM, double toM);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What single readings cannot be, by those around them.
#pragma once
#include "core/panel/readings.h"

namespace hl {

/// Readings that leap away from both sides, or that nothing near speaks for, are taken out; short holes are bridged, at
/// less confidence. `quickest`: how much the number may change in a second.
void calm(Readings& readings, const std::vector<double>& t, double quickest);

/// A gear that stands for less than a few frames between two others was no gear.
void calmGears(Readings& readings, const std::vector<double>& t);

} // namespace hl

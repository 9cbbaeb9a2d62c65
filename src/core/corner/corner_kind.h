// SPDX-License-Identifier: GPL-3.0-or-later
// What kind of corner the turning makes.
#pragma once
#include "core/corner/corner.h"

namespace hl {

/// No easing off the throttle from 80 m before the turn-in to the apex; without a throttle, no loss of speed worth it.
bool drivenFlat(const Corner& c, const LapTrace& trace);

/// Whether a driver would call it a corner: it turns by 30 degrees, or is tighter than 120 m, or the car is eased for
/// it.
bool isWorthAName(const Corner& c, const LapTrace& trace);

/// Every place where the line bends tightest, with a stretch between that bends at most four fifths as much.
std::vector<double> clippingPoints(const Corner& c, const LapTrace& trace);

/// From angle, radius, clipping points and how the bend tightens; the corner's own figures must be known.
std::string cornerKind(const Corner& c, const LapTrace& trace);

/// "chicane": two that undo each other; "esses": turns of changing side; "linked": of one side.
std::string complexKind(const std::vector<Corner>& corners, std::size_t first, std::size_t last);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// The corners that matter most: those that a person said, else the few with the longest way at full speed behind
/// them, where a better exit is worth most. In road order.
std::vector<CornerId> keyCorners(const Guide& guide, const RoadClock& clock);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/lap/trace.h"

namespace hl {

/// A road learned from the driven laps: the centre is the middle (median) of all laps within 8 % of the fastest, the
/// edges are a metre beyond the widest lines driven and never nearer than 3 m; they are marked as assumed. Metre 0 is
/// the laps' timing line. None without positions or without a complete lap.
std::optional<Track> learnRoad(const CarLog& log, const LapList& laps);

} // namespace hl

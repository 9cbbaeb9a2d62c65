// SPDX-License-Identifier: GPL-3.0-or-later
// Choosing a thing to look for near a place on the road, and saying where it lies.
#pragma once
#include "core/guide/school.h"
#include "core/track/track.h"

#include <optional>

namespace hl {

struct LookFor {
    const Reference* reference = nullptr;
    double offsetM = 0; ///< place minus reference: positive when the place lies after it
};

/// The best reference for something done at `atM` when arriving at `speed` m/s: close, lasting and to the front.
/// `reachM` is how far away it may be.
std::optional<LookFor> bestLookFor(const Track* track, double atM, double speed, double reachM = 28);
/// The best one that is a different thing from `first`.
std::optional<LookFor> nextLookFor(const Track* track, double atM, double speed, const LookFor& first);

/// "6 metres after the 100 board", "at the white post".
std::string offsetText(const LookFor& look, DistanceUnit unit = DistanceUnit::Metres);
/// Without a figure: "just after the 100 board", "well before the white post".
std::string feltOffset(const LookFor& look);

} // namespace hl

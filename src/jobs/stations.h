// SPDX-License-Identifier: GPL-3.0-or-later
// The places of the work and how far each is: worked out once, for the line in the window and for the cards of the
// shelf.
#pragma once
#include "core/check/check.h"
#include "store/almanac.h"

#include <optional>

namespace hl {

/// In the order of the line.
enum class StationId { Scene, LineUp, Corners, Markers, Words, Cut, Publish };
inline constexpr std::size_t kStationCount = 7;

/// What the guide's value does not tell.
struct StationFacts {
    bool filesHere = true;  ///< film, log and track are where the guide says
    int contradictions = 0; ///< between words and lap
    bool planned = false;   ///< there is a cut with a length
    bool publishedAsItIs = false;
};

/// One for each station, by its place on the line.
std::vector<StationState> stationsOf(const Guide& guide, const StationFacts& facts);

/// Where a finding is mended that is of no words and of no corner's facts; none: there.
std::optional<StationId> mendedAt(const Finding& f);

/// Findings that words contradict the lap; those that were left or are on purpose are none.
int contradictionsIn(const std::vector<Finding>& findings);

} // namespace hl

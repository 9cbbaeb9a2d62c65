// SPDX-License-Identifier: GPL-3.0-or-later
// How far a lap is from the best parts of all laps, and where.
#pragma once
#include "core/compare/compare.h"

namespace hl {

struct TimeToFind {
    double idealS = 0; ///< lap time
    struct InCorner {
        CornerId corner;
        double s = 0; ///< with the straight behind it
        std::string
            part; ///< where most of it is: "on the way in", "in the middle", "on the way out", "on the straight"
    };
    std::vector<InCorner> where; ///< most first, at most three, each worth 0.02 s at least
};
/// None with fewer than two laps, and for one that is the ideal. `laps`: the session's good ones on one axis with it.
std::optional<TimeToFind> timeToFind(const LapTrace& lap, const std::vector<LapTrace>& laps,
                                     const std::vector<CornerParts>& parts);

} // namespace hl

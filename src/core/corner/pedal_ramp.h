// SPDX-License-Identifier: GPL-3.0-or-later
// When a pedal really moved: a line fitted to its rise, followed back to zero, instead of a threshold on raw noise.
#pragma once
#include "core/corner/corner.h"

namespace hl {

/// One press of a pedal inside [fromM, toM].
struct Press {
    double onsetM = 0, onsetUncertaintyM = 0;
    double releaseM = 0, releaseUncertaintyM = 0;
    double peak = 0; ///< 0..1
    double peakM = 0;
    std::size_t first = 0, last = 0; ///< samples above the resting level
};

/// Presses of at least `least` (0..1), ascending. `value` runs over trace.s.
std::vector<Press> presses(const std::vector<double>& s, const std::vector<double>& value, double fromM, double toM,
                           double least);

} // namespace hl

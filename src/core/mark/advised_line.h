// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/anchor.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {

/// Metres by which an advised line lies left of the driven one at `atM`: the marker's lateral metres in its middle,
/// nothing at both ends.
inline double advisedAside(const OnRoad& line, double atM) {
    const double share = line.toM > line.atM ? std::clamp((atM - line.atM) / (line.toM - line.atM), 0.0, 1.0) : 0;
    const double aside = std::sin(kPi * share);
    return line.lateralM * aside * aside;
}

} // namespace hl

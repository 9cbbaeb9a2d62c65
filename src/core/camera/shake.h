// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/camera/pose.h"

#include <vector>

namespace hl {

/// What the camera turned beyond what the log tells, frame by frame, as it was seen in the film itself. Empty where
/// nobody looked.
struct Shake {
    std::vector<double> filmS; ///< ascending
    std::vector<Attitude> turned;
    Attitude at(FootageTime when) const; ///< in between straight; none outside
};

} // namespace hl

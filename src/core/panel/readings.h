// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <vector>

namespace hl {

/// What was read of one box, frame by frame.
struct Readings {
    std::vector<double> value;      ///< NaN where it could not be read
    std::vector<double> confidence; ///< 0..1
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/clocks.h"

#include <vector>

namespace hl {

/// One channel of sound, -1..1.
struct Sound {
    int rate = 0;      ///< samples per second
    double startS = 0; ///< when the first sample sounds on its file's clock, s
    std::vector<float> samples;
    Seconds length() const { return Seconds(rate > 0 ? static_cast<double>(samples.size()) / rate : 0); }
};

} // namespace hl

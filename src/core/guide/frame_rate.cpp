// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/frame_rate.h"

#include <cmath>

namespace hl {

int frameRateFor(double filmRate) {
    constexpr int kUsual = 25;
    constexpr double kLeast = 23.5, kMost = 30.5; // fewer stutter, more are seen by few and take long to render
    constexpr int kMostParts = 16;
    if (!(filmRate > 0) || !std::isfinite(filmRate)) return kUsual;
    constexpr double kAsEven = 0.002; // of the rate: one picture in 500 twice or never
    int best = kUsual;
    double uneven = 1;
    for (int n = 1; n <= kMostParts; ++n) // the largest of those that are as even
        for (const double rate : {filmRate / n, filmRate * n}) {
            const double off = std::abs(rate - std::round(rate)) / rate;
            if (rate >= kLeast && rate <= kMost && off < uneven - kAsEven)
                best = static_cast<int>(std::lround(rate)), uneven = off;
        }
    return best;
}

} // namespace hl

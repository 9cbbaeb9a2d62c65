// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/between.h"

namespace hl {

bool wantsBetween(const Cut& cut, GuideTime t, double frameRate, double filmRate) {
    const auto now = momentAt(cut, t);
    if (!now.slowed || filmRate <= 0 || frameRate <= 0) return false;
    constexpr double kEnough = 0.95; // of a filmed picture
    const auto next = momentAt(cut, t + Seconds(1 / frameRate));
    const double goesOn = next.section == now.section ? (next.footage - now.footage).count() : 0;
    return goesOn < kEnough / filmRate;
}

} // namespace hl

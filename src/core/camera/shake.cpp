// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/shake.h"

namespace hl {

Attitude Shake::at(FootageTime when) const {
    constexpr double kBeside = 0.2; // s outside
    const double t = seconds(when);
    if (filmS.empty() || t < filmS.front() - kBeside || t > filmS.back() + kBeside) return {};
    if (filmS.size() == 1) return turned.front();
    const auto [i, f] = locate(filmS, t);
    const auto &a = turned[i], &b = turned[i + 1];
    return {lerp(a.yaw, b.yaw, f), lerp(a.pitch, b.pitch, f), lerp(a.roll, b.roll, f)};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/road_shape.h"

#include <algorithm>

namespace hl {

RoadShape roadShape(const Track& track) {
    constexpr double kStepM = 2, kLeastSigmaM = 4;
    const double spacing = track.lengthM / num(std::max<std::size_t>(1, track.s.size()));
    const double sigma =
        std::max(kLeastSigmaM, 1.2 * spacing); // straight pieces between points must not look like corners
    const auto steps = static_cast<int>(track.lengthM / kStepM);
    const int beyond = track.closed ? static_cast<int>(5 * sigma / kStepM) + 1 : 0;
    std::vector<double> s, x, y;
    for (int i = -beyond; i <= steps + beyond; ++i) {
        s.push_back(kStepM * i);
        const auto p = onRoad(track, std::min(s.back(), track.closed ? 1e18 : track.lengthM), 0, 0);
        x.push_back(p.x), y.push_back(p.y);
    }
    const auto xs = smoothed(s, x, sigma), ys = smoothed(s, y, sigma);
    const auto dx = slope(s, xs), dy = slope(s, ys);
    std::vector<double> heading(s.size());
    for (std::size_t i = 0; i < s.size(); ++i) {
        const double h = std::atan2(dy[i], dx[i]);
        heading[i] = i == 0 ? h : heading[i - 1] + angleDifference(h, heading[i - 1]);
    }
    const auto k = smoothed(s, slope(s, heading), sigma / 2);
    RoadShape shape;
    shape.lengthM = track.lengthM;
    const auto from = static_cast<std::ptrdiff_t>(beyond);
    shape.s.assign(s.begin() + from, s.begin() + from + steps + 1);
    shape.curvature.assign(k.begin() + from, k.begin() + from + steps + 1);
    return shape;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/followed.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {

std::optional<FollowedPoint> followedAt(const FollowedPath& path, FootageTime when) {
    constexpr double kBesideS = 0.05;
    if (path.empty() || when < path.front().when - Seconds(kBesideS) || when > path.back().when + Seconds(kBesideS))
        return std::nullopt;
    const auto next = std::lower_bound(path.begin(), path.end(), when,
                                       [](const FollowedPoint& p, FootageTime t) { return p.when < t; });
    const auto &b = next == path.end() ? path.back() : *next, &a = next == path.begin() ? b : *(next - 1);
    if (a.held == Held::Lost || b.held == Held::Lost) return std::nullopt;
    const double span = (b.when - a.when).count(),
                 f = span > 0 ? std::clamp((when - a.when).count() / span, 0.0, 1.0) : 0;
    return FollowedPoint{when, lerp(a.xPx, b.xPx, f), lerp(a.yPx, b.yPx, f), lerp(a.radiusPx, b.radiusPx, f),
                         std::max(a.held, b.held)};
}

} // namespace hl

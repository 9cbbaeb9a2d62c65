// SPDX-License-Identifier: GPL-3.0-or-later
// How the log says that the car turned and jolted.
#include "core/sync/motion.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {

std::vector<double> turningOf(const CarLog& log) {
    if (log.has(Channel::YawRate)) return log[Channel::YawRate];
    const auto& t = log[Channel::Time];
    std::vector<double> out(t.size(), 0.0);
    if (log.hasPosition()) {
        const auto &x = log[Channel::X], &y = log[Channel::Y];
        std::size_t a = 0, b = 0;
        for (std::size_t i = 0; i < t.size(); ++i) {
            constexpr double kWindow = 0.2 + 1e-6; // s each way: alike, or the turning would seem early
            while (t[i] - t[a] > kWindow && a + 1 < i) ++a;
            while (b + 1 < t.size() && (b <= i || t[b + 1] - t[i] <= kWindow)) ++b;
            const double ux = x[i] - x[a], uy = y[i] - y[a], vx = x[b] - x[i], vy = y[b] - y[i],
                         span = (t[b] - t[a]) / 2;
            if (a < i && b > i && span > 0 && span < 2 && std::hypot(ux, uy) > 3 * (t[i] - t[a]))
                out[i] = std::atan2(ux * vy - uy * vx, ux * vx + uy * vy) / span;
        }
        return out;
    }
    if (!log.has(Channel::LateralAcc) || !log.has(Channel::Speed)) return {};
    for (std::size_t i = 0; i < t.size(); ++i)
        out[i] = log[Channel::LateralAcc][i] / std::max(8.0, log[Channel::Speed][i]);
    return out;
}

std::vector<double> joltsOf(const CarLog& log) {
    return log.has(Channel::VerticalAcc) ? log[Channel::VerticalAcc] : std::vector<double>{};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/log_distance.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kUnlike = 0.1;  // more than this between column and way: not metres of this lap
constexpr double kSmoothS = 0.8; // a column of whole metres, or held between fixes, must not make the axis jump
constexpr std::size_t kFewest = 20;

} // namespace

std::optional<std::vector<double>> distanceFromLine(const CarLog& log, const Lap& lap, std::size_t from,
                                                    const std::vector<double>& way) {
    if (!log.has(Channel::Distance) || !lap.complete || way.empty()) return std::nullopt;
    const auto& t = log[Channel::Time];
    const auto& d = log[Channel::Distance];
    const double start = seconds(lap.start), end = seconds(lap.start + lap.time);
    std::size_t a = from, b = from; // inside the lap; the first and last sample may still be counted with the other lap
    while (a < from + way.size() && t[a] <= start) ++a;
    b = a;
    while (b < from + way.size() && t[b] < end) ++b;
    while (a + 1 < b && d[a + 1] < d[a]) ++a;
    while (b > a + 1 && d[b - 1] < d[b - 2]) --b;
    if (b - a < kFewest) return std::nullopt;
    for (auto i = a + 1; i < b; ++i)
        if (std::isnan(d[i]) || d[i] < d[i - 1] - 0.5) return std::nullopt;
    const auto wayAt = [&](std::size_t i) { return way[i - from]; };
    const double driven = wayAt(b - 1) - wayAt(a), counted = d[b - 1] - d[a];
    if (!(driven > 50) || !(std::abs(counted / driven - 1) <= kUnlike)) return std::nullopt;
    // The column is the scaled way and a slow difference.
    const double scale = counted / driven;
    std::vector<double> axis, difference;
    for (auto i = a; i < b; ++i) axis.push_back(t[i]), difference.push_back(d[i] - scale * wayAt(i));
    difference = smoothed(axis, difference, kSmoothS);
    const std::vector<double> times(t.begin() + static_cast<std::ptrdiff_t>(from),
                                    t.begin() + static_cast<std::ptrdiff_t>(from + way.size()));
    const auto at = [&](double time, double wayThere) { return scale * wayThere + sampleAt(axis, difference, time); };
    const double line = at(start, sampleAt(times, way, start));
    std::vector<double> s(way.size());
    for (std::size_t i = 0; i < way.size(); ++i) {
        s[i] = at(times[i], way[i]) - line;
        if (!std::isfinite(s[i])) return std::nullopt;
        if (i > 0) s[i] = std::max(s[i], s[i - 1] + 1e-6);
    }
    return s;
}

std::optional<double> lengthByDistance(const CarLog& log, const Lap& lap) {
    const auto& t = log[Channel::Time];
    const double start = seconds(lap.start), end = seconds(lap.start + lap.time);
    auto a = static_cast<std::size_t>(std::lower_bound(t.begin(), t.end(), start) - t.begin());
    auto b = static_cast<std::size_t>(std::upper_bound(t.begin(), t.end(), end) - t.begin());
    a = a > 2 ? a - 2 : 0, b = std::min(b + 2, t.size());
    const auto s = distanceFromLine(log, lap, a, travelled(log, a, b));
    if (!s) return std::nullopt;
    const std::vector<double> times(t.begin() + static_cast<std::ptrdiff_t>(a),
                                    t.begin() + static_cast<std::ptrdiff_t>(b));
    return sampleAt(times, *s, end);
}

} // namespace hl

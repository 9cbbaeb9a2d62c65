// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/columns/fit.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kFewest = 20;

struct Sums {
    double n = 0, x = 0, y = 0, xx = 0, yy = 0, xy = 0;
    void add(double a, double b) { ++n, x += a, y += b, xx += a * a, yy += b * b, xy += a * b; }
    double vx() const { return xx / n - x / n * (x / n); }
    double vy() const { return yy / n - y / n * (y / n); }
    double slope() const { return vx() > 0 ? (xy / n - x / n * (y / n)) / vx() : 0; }
    double offset() const { return (y - slope() * x) / n; }
    double correlation() const {
        return vx() > 0 && vy() > 0 ? (xy / n - x / n * (y / n)) / std::sqrt(vx() * vy()) : 0;
    }
};

} // namespace

Fit fitOf(const std::vector<double>& one, const std::vector<double>& other) {
    Sums all;
    double x0 = 0, y0 = 0; // against what large numbers lose
    std::size_t first = one.size();
    const auto known = [&](std::size_t i) { return std::isfinite(one[i]) && std::isfinite(other[i]); };
    for (std::size_t i = 0; i < one.size(); ++i) {
        if (!known(i)) continue;
        if (first == one.size()) first = i, x0 = one[i], y0 = other[i];
        all.add(one[i] - x0, other[i] - y0);
    }
    Fit f;
    if (all.n < num(kFewest) || all.vx() <= 0 || all.vy() <= 0) return f;
    std::vector<double> off;
    for (std::size_t i = 0; i < one.size(); ++i)
        if (known(i)) off.push_back(std::abs(other[i] - y0 - all.slope() * (one[i] - x0) - all.offset()));
    const double far = 4 * 1.4826 * median(off) + 1e-12 * std::sqrt(all.vy());
    Sums kept;
    for (std::size_t i = 0; i < one.size(); ++i)
        if (known(i) && std::abs(other[i] - y0 - all.slope() * (one[i] - x0) - all.offset()) <= far)
            kept.add(one[i] - x0, other[i] - y0);
    // Where most of what moves was left out, the first fit is the fairer one.
    const bool fair = kept.n > 0.7 * all.n && kept.vx() > 0.1 * all.vx() && kept.vy() > 0;
    const auto& s = fair ? kept : all;
    f.slope = s.slope();
    f.offset = s.offset() + y0 - f.slope * x0;
    const double share = 0.5 + 0.5 * s.n / all.n;
    f.likeness = std::min(1.0, std::max(std::abs(all.correlation()), std::abs(s.correlation()) * share));
    const double mx = s.x / s.n + x0, my = s.y / s.n + y0;
    const double xx = s.n * (s.vx() + mx * mx), xy = s.xy + x0 * s.y + y0 * s.x + s.n * x0 * y0;
    f.through = xx > 0 ? xy / xx : 0;
    f.offsetShare = my != 0 ? std::abs(f.offset / my) : 1;
    return f;
}

} // namespace hl

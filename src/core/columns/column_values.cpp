// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/columns/column_values.h"

#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"

#include <algorithm>
#include <set>

namespace hl {
namespace {

constexpr std::size_t kCountedDistinct = 65;

void tellRange(const std::vector<double>& y, Behaviour& b) {
    std::vector<double> known;
    std::set<double> distinct;
    b.whole = true;
    for (const double v : y) {
        if (std::isnan(v)) continue;
        known.push_back(v);
        b.whole = b.whole && v == std::round(v);
        if (distinct.size() < kCountedDistinct) distinct.insert(v);
    }
    b.filled = y.empty() ? 0 : num(known.size()) / num(y.size());
    if (known.empty()) return;
    b.distinct = distinct.size();
    b.constant = b.distinct < 2;
    const auto [lo, hi] = std::minmax_element(known.begin(), known.end());
    b.least = *lo, b.most = *hi;
    const double near = (b.most - b.least) / 100;
    for (const double v : known) b.atMost += v >= b.most - near, b.atLeast += v <= b.least + near;
    b.atMost /= num(known.size()), b.atLeast /= num(known.size());
    const auto at = [&](double share) {
        const auto k = known.begin() + static_cast<std::ptrdiff_t>(share * num(known.size() - 1));
        std::nth_element(known.begin(), k, known.end());
        return *k;
    };
    b.low = at(0.05), b.median = at(0.5), b.high = at(0.95);
}

void tellSteps(const std::vector<double>& y, const ColumnValues& all, Behaviour& b) {
    std::vector<double> up, size;
    std::size_t down = 0, n = 0, below = 0;
    double top = -1e300;
    for (std::size_t k = 0; k < all.stretches.size(); ++k) {
        double last = kNaN;
        for (auto i = all.stretches[k]; i < all.endOf(k); ++i) {
            if (std::isnan(y[i])) continue;
            below += y[i] < top;
            top = std::max(top, y[i]);
            if (!std::isnan(last)) {
                ++n;
                if (y[i] > last) up.push_back(y[i] - last);
                down += y[i] < last;
                size.push_back(std::abs(y[i] - last));
            }
            last = y[i];
        }
    }
    if (n == 0) return;
    b.rising = num(up.size()) / num(n), b.falling = num(down) / num(n);
    b.risesAllOver = num(below) <= num(y.size()) / 1000 && b.most > b.least;
    if (b.most > b.least) b.roughness = hl::median(size) / (b.most - b.least);
    if (up.empty()) return;
    b.step = hl::median(up);
    for (double& s : up) s = std::abs(s - b.step);
    b.evenness = std::max(0.0, 1 - hl::median(up) / b.step);
}

} // namespace

std::vector<Behaviour> behaviours(const ColumnValues& values) {
    std::vector<Behaviour> out(values.columns.size());
    onAllCores(out.size(), [&](std::size_t i) {
        tellRange(values.columns[i], out[i]);
        tellSteps(values.columns[i], values, out[i]);
    });
    return out;
}

void holdValues(ColumnValues& values) {
    for (auto& y : values.columns)
        for (std::size_t k = 0; k < values.stretches.size(); ++k)
            for (auto i = values.stretches[k] + 1; i < values.endOf(k); ++i)
                if (std::isnan(y[i])) y[i] = y[i - 1];
}

} // namespace hl

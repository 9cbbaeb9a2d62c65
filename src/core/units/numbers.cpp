// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {

Between locate(const std::vector<double>& xs, double x) {
    if (xs.size() < 2) return {};
    if (!(x > xs.front())) return {0, 0};
    if (x >= xs.back()) return {xs.size() - 2, 1};
    const auto i = static_cast<std::size_t>(std::upper_bound(xs.begin(), xs.end(), x) - xs.begin()) - 1;
    const double step = xs[i + 1] - xs[i];
    return {i, step > 0 ? (x - xs[i]) / step : 0};
}

double sampleAt(const std::vector<double>& xs, const std::vector<double>& ys, double x) {
    if (ys.empty()) return kNaN;
    if (ys.size() == 1) return ys[0];
    const auto [i, f] = locate(xs, x);
    return lerp(ys[i], ys[i + 1], f);
}

namespace {

constexpr double kBellSteps = 1536; // over three sigma; the weights are right to a thousandth

/// exp(-u^2 / 2) for u = 0..3: reading it is several times quicker than working it out.
std::vector<double> bellCurve() {
    std::vector<double> w;
    for (int i = 0; i <= static_cast<int>(kBellSteps) + 1; ++i) {
        const double u = 3 * (i + 0.5) / kBellSteps;
        w.push_back(std::exp(-0.5 * u * u));
    }
    return w;
}

} // namespace

std::vector<double> smoothed(const std::vector<double>& axis, const std::vector<double>& y, double sigma,
                             std::size_t from, std::size_t to) {
    // A car that stands still piles up thousands of samples within one sigma: a hundred of them tell the mean.
    constexpr std::size_t kEnough = 128;
    std::vector<double> out(y.size(), kNaN);
    static const auto bell = bellCurve();
    const double perSigma = kBellSteps / (3 * sigma) * (1 - 1e-9);
    std::size_t lo = 0, hi = 0;
    const double reach = 3 * sigma;
    if (from > 0 && from < axis.size())
        lo = hi =
            static_cast<std::size_t>(std::lower_bound(axis.begin(), axis.end(), axis[from] - reach) - axis.begin());
    for (std::size_t i = from; i < std::min(to, y.size()); ++i) {
        while (axis[lo] < axis[i] - reach) ++lo;
        hi = std::max(hi, i);
        while (hi < y.size() && axis[hi] <= axis[i] + reach) ++hi;
        const std::size_t stride = 1 + (hi - lo) / kEnough;
        double sum = 0, weight = 0;
        for (std::size_t j = i - (i - lo) / stride * stride; j < hi; j += stride) {
            if (std::isnan(y[j])) continue;
            const double steps = std::abs(axis[j] - axis[i]) * perSigma;
            if (!(steps <= kBellSteps)) continue; // a place that is no number
            const double w = bell[static_cast<std::size_t>(steps)];
            sum += w * y[j];
            weight += w;
        }
        if (weight > 0) out[i] = sum / weight;
    }
    return out;
}

std::vector<double> slope(const std::vector<double>& x, const std::vector<double>& y) {
    std::vector<double> d(y.size(), 0.0);
    for (std::size_t i = 0; i < y.size() && y.size() > 1; ++i) {
        const std::size_t a = i == 0 ? 0 : i - 1, b = std::min(i + 1, y.size() - 1);
        const double step = x[b] - x[a];
        d[i] = step > 1e-12 ? (y[b] - y[a]) / step : 0.0;
    }
    return d;
}

double median(std::vector<double> values) {
    std::erase_if(values, [](double v) { return std::isnan(v); });
    if (values.empty()) return kNaN;
    const auto mid = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::nth_element(values.begin(), mid, values.end());
    return *mid;
}

} // namespace hl

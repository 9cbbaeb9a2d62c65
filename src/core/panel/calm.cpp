// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/panel/calm.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

constexpr double kBridgeS = 0.4;      // that may be bridged between two readings
constexpr double kLeapWindowS = 0.35; // over which a reading must agree with its neighbours

} // namespace

void calm(Readings& r, const std::vector<double>& t, double quickest) {
    const auto was = r.value;
    if (was.size() < 2) return;
    const double window = std::max(kLeapWindowS, 4.5 * (t.back() - t.front()) / num(t.size() - 1));
    std::size_t a = 0, b = 0;
    for (std::size_t f = 0; f < was.size(); ++f) {
        while (t[f] - t[a] > window) ++a;
        while (b < was.size() && t[b] - t[f] <= window) ++b;
        std::vector<double> around;
        for (std::size_t k = a; k < b; ++k)
            if (std::isfinite(was[k]) && k != f) around.push_back(was[k]);
        if (!std::isfinite(was[f])) continue;
        const bool alone = around.size() < 3; // nothing speaks for it
        if (alone || std::abs(was[f] - median(std::move(around))) > 3 + quickest * window)
            r.value[f] = kNaN, r.confidence[f] = 0;
    }
    std::size_t last = was.size();
    for (std::size_t f = 0; f < was.size(); ++f) {
        if (!std::isfinite(r.value[f])) continue;
        if (last < f && f - last > 1 && t[f] - t[last] <= kBridgeS)
            for (std::size_t k = last + 1; k < f; ++k) {
                r.value[k] = std::round(lerp(r.value[last], r.value[f], (t[k] - t[last]) / (t[f] - t[last])));
                r.confidence[k] = 0.4 * std::min(r.confidence[last], r.confidence[f]);
            }
        last = f;
    }
}

void calmGears(Readings& r, const std::vector<double>& t) {
    constexpr double kShortS = 0.07;
    for (std::size_t f = 1; f < r.value.size();) {
        if (r.value[f] == r.value[f - 1]) {
            ++f;
            continue;
        }
        std::size_t end = f;
        while (end < r.value.size() &&
               (r.value[end] == r.value[f] || (std::isnan(r.value[end]) && std::isnan(r.value[f]))))
            ++end;
        const double before = r.value[f - 1];
        if (end < r.value.size() && t[end] - t[f] < kShortS && std::isfinite(before))
            for (std::size_t k = f; k < end; ++k) {
                r.value[k] = std::isfinite(r.value[end]) && k - f >= (end - f) / 2 ? r.value[end] : before;
                r.confidence[k] = 0.4;
            }
        f = end;
    }
}

} // namespace hl

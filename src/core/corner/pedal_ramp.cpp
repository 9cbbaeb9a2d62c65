// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/pedal_ramp.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kRest = 0.03; // a pedal at rest reads less than this
constexpr double kGapM = 4;    // a dip shorter than this does not end a press

struct Line {
    double slope = 0, zeroAt = 0, spread = 0;
};

/// Least squares of s over value (the ramp is steep in s, so s is the dependent variable) and its value at 0.
std::optional<Line> rampToZero(const std::vector<double>& s, const std::vector<double>& v, std::size_t a,
                               std::size_t b) {
    const double n = num(b - a + 1);
    if (b <= a || n < 2) return std::nullopt;
    double mv = 0, ms = 0, vv = 0, vs = 0;
    for (auto i = a; i <= b; ++i) mv += v[i] / n, ms += s[i] / n;
    for (auto i = a; i <= b; ++i) vv += (v[i] - mv) * (v[i] - mv), vs += (v[i] - mv) * (s[i] - ms);
    if (vv < 1e-9) return std::nullopt;
    const double slope = vs / vv;
    double rest = 0;
    for (auto i = a; i <= b; ++i) {
        const double e = s[i] - ms - slope * (v[i] - mv);
        rest += e * e;
    }
    return Line{slope, ms - slope * mv, std::sqrt(rest / n)};
}

/// First crossing of `level` by linear interpolation between i-1 and i.
double crossing(const std::vector<double>& s, const std::vector<double>& v, std::size_t i, double level) {
    const double rise = v[i] - v[i - 1];
    return std::abs(rise) < 1e-9 ? s[i] : s[i - 1] + (level - v[i - 1]) / rise * (s[i] - s[i - 1]);
}

/// Twice the metres a ramp of this slope takes between nought and the level that counts as rest, and some samples.
double wayFromRest(const Line& line, double step) { return 2 * kRest * std::abs(line.slope) + 3 * step; }

void fitOnset(const std::vector<double>& s, const std::vector<double>& v, Press& p) {
    std::size_t top = p.first;
    while (top < p.last && v[top] < 0.7 * p.peak) ++top;
    std::size_t low = p.first;
    while (low < top && v[low] < 0.1 * p.peak) ++low;
    const double step = p.first + 1 < s.size() ? s[p.first + 1] - s[p.first] : 1;
    p.onsetM = p.first > 0 ? crossing(s, v, p.first, kRest) : s[p.first];
    p.onsetUncertaintyM = step;
    const auto line = top > low ? rampToZero(s, v, low, top) : std::nullopt;
    // The fitted zero is believed only where the pedal could have been: not before twice the ramp's way from rest.
    if (line && line->zeroAt <= s[low] && line->zeroAt >= p.onsetM - wayFromRest(*line, step)) {
        p.onsetM = line->zeroAt;
        p.onsetUncertaintyM = std::max(0.5 * step, 2 * line->spread);
    }
}

void fitRelease(const std::vector<double>& s, const std::vector<double>& v, Press& p) {
    std::size_t high = p.last;
    while (high > p.first && v[high] < 0.5 * p.peak) --high;
    const double step = p.last > 0 ? s[p.last] - s[p.last - 1] : 1;
    p.releaseM = p.last + 1 < s.size() ? crossing(s, v, p.last + 1, kRest) : s[p.last];
    p.releaseUncertaintyM = 2 * step;
    const auto line = p.last > high + 1 ? rampToZero(s, v, high, p.last) : std::nullopt;
    if (line && line->zeroAt >= s[p.last] - step && line->zeroAt <= p.releaseM + wayFromRest(*line, step)) {
        p.releaseM = line->zeroAt;
        p.releaseUncertaintyM = std::max(step, 2 * line->spread);
    }
}

} // namespace

std::vector<Press> presses(const std::vector<double>& s, const std::vector<double>& v, double fromM, double toM,
                           double least) {
    std::vector<Press> found;
    if (v.empty()) return found;
    const auto a = static_cast<std::size_t>(std::lower_bound(s.begin(), s.end(), fromM) - s.begin());
    for (auto i = a; i < s.size() && s[i] <= toM; ++i) {
        if (v[i] <= kRest) continue;
        Press p;
        p.first = p.last = i;
        for (; i < s.size() && s[i] <= toM && s[i] - s[p.last] <= kGapM; ++i) {
            if (v[i] <= kRest) continue;
            p.last = i;
            if (v[i] > p.peak) p.peak = v[i], p.peakM = s[i];
        }
        --i;
        if (p.peak < least) continue;
        fitOnset(s, v, p);
        fitRelease(s, v, p);
        found.push_back(p);
    }
    return found;
}

} // namespace hl

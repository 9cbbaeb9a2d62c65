// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/stream_clock.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>
#include <optional>

namespace hl {
namespace {

constexpr double kNearlyAll = 0.95; // of the payloads; the rest may be written late
constexpr double kUnevenSteps = 3;  // a clock that strays by more steps than this has gaps

struct Line {
    double at = 0, slope = 0;
};

Line lineThrough(const std::vector<double>& x, const std::vector<double>& y) {
    double mx = 0, my = 0, xx = 0, xy = 0;
    for (std::size_t i = 0; i < x.size(); ++i) mx += x[i] / num(x.size()), my += y[i] / num(x.size());
    for (std::size_t i = 0; i < x.size(); ++i) xx += (x[i] - mx) * (x[i] - mx), xy += (x[i] - mx) * (y[i] - my);
    const double slope = xx > 0 ? xy / xx : 0;
    return {my - slope * mx, slope};
}

double nearlyMost(std::vector<double> v) {
    const auto k = static_cast<std::size_t>(kNearlyAll * num(v.size() - 1));
    std::nth_element(v.begin(), v.begin() + static_cast<std::ptrdiff_t>(k), v.end());
    return v[k];
}

bool stamped(const std::vector<StreamPart>& parts) {
    for (std::size_t i = 0; i < parts.size(); ++i)
        if (!std::isfinite(parts[i].stampS) || (i > 0 && parts[i].stampS <= parts[i - 1].stampS)) return false;
    return parts.size() > 1;
}

/// Which sample of the sensor's own count each part begins with: what a lost payload took is counted too.
std::vector<double> begins(const std::vector<StreamPart>& parts) {
    std::vector<double> out;
    bool told = true;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        told &= std::isfinite(parts[i].total) && (i == 0 || parts[i].total > parts[i - 1].total);
        out.push_back(parts[i].total - num(parts[i].count));
    }
    if (told) return out;
    for (std::size_t i = 0; i < parts.size(); ++i) out[i] = num(parts[i].firstSample);
    return out;
}

/// Samples between known beginnings, as evenly as they come.
std::vector<double> between(const std::vector<StreamPart>& parts, const std::vector<double>& first,
                            const std::vector<double>& startS, double usualStep) {
    std::vector<double> t;
    for (std::size_t i = 0; i < parts.size(); ++i) {
        const double n = num(parts[i].count);
        double step = usualStep;
        if (i + 1 < parts.size() && first[i + 1] > first[i]) {
            step = (startS[i + 1] - startS[i]) / (first[i + 1] - first[i]);
            if (step > 1.5 * usualStep) step = usualStep; // a pause between the two
        } else if (!(usualStep > 0))
            step = parts[i].lengthS / std::max(1.0, n);
        for (std::size_t k = 0; k < parts[i].count; ++k) t.push_back(startS[i] + num(k) * step);
    }
    return t;
}

double usualStepOf(const std::vector<double>& first, const std::vector<double>& startS) {
    std::vector<double> steps;
    for (std::size_t i = 1; i < first.size(); ++i)
        if (first[i] > first[i - 1]) steps.push_back((startS[i] - startS[i - 1]) / (first[i] - first[i - 1]));
    return steps.empty() ? 0 : median(std::move(steps));
}

std::vector<double> byStamps(const std::vector<StreamPart>& parts, double filmMinusStamp) {
    const auto first = begins(parts);
    std::vector<double> startS;
    for (const auto& p : parts) startS.push_back(p.stampS + filmMinusStamp);
    return between(parts, first, startS, usualStepOf(first, startS));
}

/// One even clock through all payloads where the sensor has one: payloads begin between two samples, so their starts
/// scatter by a step, and the latest of them says when the count began.
std::vector<double> byCounts(const std::vector<StreamPart>& parts) {
    const auto first = begins(parts);
    std::vector<double> startS;
    for (const auto& p : parts) startS.push_back(p.startS);
    const double usual = usualStepOf(first, startS);
    if (parts.size() < 3) return between(parts, first, startS, usual);
    const auto line = lineThrough(first, startS);
    std::vector<double> late;
    double worst = 0;
    for (std::size_t i = 0; i < first.size(); ++i) {
        late.push_back(startS[i] - line.slope * first[i]);
        worst = std::max(worst, std::abs(late.back() - line.at));
    }
    if (!(line.slope > 0) || worst > kUnevenSteps * line.slope) return between(parts, first, startS, usual);
    const double begin = nearlyMost(late);
    std::vector<double> t;
    for (std::size_t i = 0; i < parts.size(); ++i)
        for (std::size_t k = 0; k < parts[i].count; ++k) t.push_back(begin + line.slope * (first[i] + num(k)));
    return t;
}

} // namespace

std::vector<std::vector<double>> streamTimes(const std::vector<std::vector<StreamPart>>& streams) {
    double filmMinusStamp = 0, quickest = 1e9;
    for (const auto& parts : streams) {
        if (!stamped(parts)) continue;
        const auto first = begins(parts);
        std::vector<double> stamps, later;
        for (const auto& p : parts) stamps.push_back(p.stampS), later.push_back(p.startS - p.stampS);
        const double step = usualStepOf(first, stamps);
        if (!(step > 0) || step >= quickest) continue;
        quickest = step, filmMinusStamp = nearlyMost(std::move(later));
    }
    std::vector<std::vector<double>> out;
    for (const auto& parts : streams)
        out.push_back(quickest < 1e9 && stamped(parts) ? byStamps(parts, filmMinusStamp) : byCounts(parts));
    return out;
}

} // namespace hl

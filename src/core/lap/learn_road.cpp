// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/learn_road.h"

#include "core/lap/log_distance.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kSlowestShare = 1.08; // of the fastest lap; slower laps leave the line
constexpr double kBeyondM = 1.0;       // half a car beyond the outermost line
constexpr double kNarrowestM = 3.0;
constexpr std::size_t kMostLaps = 12;

std::vector<Lap> goodLaps(const LapList& laps, const Lap& best) {
    std::vector<Lap> good;
    for (const auto& lap : laps.laps)
        if (lap.complete && lap.time.count() <= kSlowestShare * best.time.count()) good.push_back(lap);
    std::sort(good.begin(), good.end(), [](const Lap& a, const Lap& b) { return a.time < b.time; });
    good.resize(std::min(good.size(), kMostLaps));
    return good;
}

/// Metres along a centre line that was moved, closing back to its first point.
void measureAgain(Track& road) {
    double way = 0;
    for (std::size_t i = 0; i < road.s.size(); ++i) {
        road.s[i] = way;
        const std::size_t next = (i + 1) % road.s.size();
        way += std::hypot(road.x[next] - road.x[i], road.y[next] - road.y[i]);
    }
    road.lengthM = way;
}

/// Where the log counts its own metres, the road's are the same: the median over the laps at each of its points.
void countAsTheLog(Track& road, const CarLog& log, LapList placed, const std::vector<Lap>& laps) {
    placed.trackLengthM = road.lengthM;
    std::vector<std::vector<double>> counted; // of each lap at each point, and its length
    for (const auto& lap : laps) {
        const auto t = traceOf(log, placed, lap, &road);
        if (!t) continue;
        const auto from = static_cast<std::size_t>(
            std::lower_bound(log[Channel::Time].begin(), log[Channel::Time].end(), t->t.front()) -
            log[Channel::Time].begin());
        const auto own = distanceFromLine(log, lap, from, travelled(log, from, from + t->t.size()));
        if (!own) continue;
        std::vector<double> at;
        for (const double s : road.s) at.push_back(sampleAt(t->s, *own, s));
        at.push_back(sampleAt(t->s, *own, road.lengthM));
        counted.push_back(std::move(at));
    }
    if (counted.empty()) return;
    std::vector<double> middle;
    for (std::size_t i = 0; i <= road.s.size(); ++i) {
        std::vector<double> values;
        for (const auto& lap : counted) values.push_back(lap[i]);
        middle.push_back(median(values));
    }
    for (std::size_t i = middle.size(); i-- > 0;)
        middle[i] -= middle[0] * (1 - num(i) / num(middle.size() - 1)); // 0 at the line
    for (std::size_t i = 1; i < middle.size(); ++i)
        if (middle[i] <= middle[i - 1] + 0.01) return; // does not grow: not to be trusted
    road.lengthM = middle.back();
    middle.pop_back();
    road.s = std::move(middle);
}

} // namespace

std::optional<Track> learnRoad(const CarLog& log, const LapList& laps) {
    const auto best = fastest(laps);
    if (!best || !log.hasPosition()) return std::nullopt;
    const auto first = traceOf(log, laps, *best, nullptr);
    if (!first) return std::nullopt;
    auto road = roadFromTrace(*first);
    if (!road) return std::nullopt;
    road->origin = log.origin;
    road->line = laps.line;
    road->real = false; // nobody said that it is one that can hurt
    if (!road->closed) return road;
    LapList placed = laps;
    placed.trackLengthM = road->lengthM;
    std::vector<std::vector<double>> lines; // lateral of each lap at each point of the centre line
    for (const auto& lap : goodLaps(laps, *best))
        if (const auto t = traceOf(log, placed, lap, &*road)) {
            std::vector<double> line;
            for (const double s : road->s) line.push_back(sampleAt(t->s, t->lateral, s));
            lines.push_back(std::move(line));
        }
    if (lines.empty()) return road;
    const auto points = road->s.size();
    std::vector<double> middle(points), widest(points), narrowest(points);
    for (std::size_t i = 0; i < points; ++i) {
        std::vector<double> at;
        for (const auto& line : lines) at.push_back(line[i]);
        const auto [lo, hi] = std::minmax_element(at.begin(), at.end());
        narrowest[i] = *lo, widest[i] = *hi;
        middle[i] = median(at);
    }
    middle = smoothed(road->s, middle, 6);
    const Track old = *road;
    for (std::size_t i = 0; i < points; ++i) {
        const auto p = onRoad(old, old.s[i], middle[i], 0);
        road->x[i] = p.x, road->y[i] = p.y;
        road->left[i] = std::max(kNarrowestM, widest[i] - middle[i] + kBeyondM);
        road->right[i] = std::max(kNarrowestM, middle[i] - narrowest[i] + kBeyondM);
    }
    measureAgain(*road);
    countAsTheLog(*road, log, placed, goodLaps(laps, *best));
    return road;
}

} // namespace hl

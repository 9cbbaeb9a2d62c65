// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/laps.h"

#include "core/lap/assumed_line.h"
#include "core/lap/log_distance.h"
#include "core/log/csv_cells.h"
#include "core/track/plane.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kLineReachM = 25;   // a timing line reaches this far beside where it is known to be
constexpr double kBesideRoadM = 9;   // and so far beside the edges of a road: another piece of road may lie near
constexpr double kShortestLapS = 12; // two crossings closer than this are one

/// Log times at which the path crosses the line through `at` (perpendicular to `heading`) going forward.
std::vector<double> crossings(const CarLog& log, Vec2 at, double heading, double reachM = kLineReachM) {
    const auto& t = log[Channel::Time];
    const auto& x = log[Channel::X];
    const auto& y = log[Channel::Y];
    const double c = std::cos(heading), s = std::sin(heading);
    std::vector<double> times;
    const auto along = [&](std::size_t i) { return (x[i] - at.x) * c + (y[i] - at.y) * s; };
    const auto across = [&](std::size_t i) { return -(x[i] - at.x) * s + (y[i] - at.y) * c; };
    for (std::size_t i = 1; i < t.size(); ++i) {
        const double a = along(i - 1), b = along(i);
        if (!(a < 0 && b >= 0) || b - a > 200 || std::abs(across(i)) > reachM) continue;
        const double f = -a / (b - a);
        const double when = lerp(t[i - 1], t[i], f);
        if (times.empty() || when - times.back() > kShortestLapS) times.push_back(when);
    }
    return times;
}

/// Where the lap or distance column starts again. With a per-lap distance the line lies d/v before the sample.
std::vector<double> resets(const CarLog& log) {
    const auto& t = log[Channel::Time];
    const bool byLap = log.has(Channel::Lap);
    const auto& lap = log[Channel::Lap];
    const auto& d = log[Channel::Distance];
    std::vector<double> times;
    for (std::size_t i = 1; i < t.size(); ++i) {
        const bool distanceReset = !d.empty() && d[i] < d[i - 1] - 50;
        if (!(byLap ? lap[i] != lap[i - 1] : distanceReset)) continue;
        double when = (t[i - 1] + t[i]) / 2;
        const double v = log.has(Channel::Speed) ? log[Channel::Speed][i] : 0;
        if (distanceReset && v > 1) when = std::clamp(t[i] - std::max(0.0, d[i]) / v, t[i - 1], t[i]);
        if (times.empty() || when - times.back() > kShortestLapS) times.push_back(when);
    }
    return times;
}

int lapNumberAt(const CarLog& log, double from, double to, int counted) {
    if (!log.has(Channel::Lap)) return counted;
    const auto i = locate(log[Channel::Time], (from + to) / 2).i;
    return static_cast<int>(std::lround(log[Channel::Lap][i]));
}

} // namespace

std::vector<double> travelled(const CarLog& log, std::size_t from, std::size_t to) {
    const auto& t = log[Channel::Time];
    to = std::min(to, t.size());
    std::vector<double> way(to > from ? to - from : 0, 0.0);
    for (std::size_t i = from + 1; i < to; ++i) {
        double step = 0;
        if (log.has(Channel::Speed))
            step = (log[Channel::Speed][i] + log[Channel::Speed][i - 1]) / 2 * (t[i] - t[i - 1]);
        else if (log.hasPosition())
            step = std::hypot(log[Channel::X][i] - log[Channel::X][i - 1], log[Channel::Y][i] - log[Channel::Y][i - 1]);
        else if (log.has(Channel::Distance))
            step = std::max(0.0, log[Channel::Distance][i] - log[Channel::Distance][i - 1]);
        way[i - from] = way[i - from - 1] + step;
    }
    return way;
}

void moveToPlane(CarLog& log, const Track& track) {
    if (!log.origin || !track.origin || !log.hasPosition()) return;
    // Two planes that touch the globe at neighbouring places are turned and shifted against each other, and hardly
    // bent: where three points go, all go.
    constexpr double kReachM = 1000;
    const auto moved = [&](Vec2 p) { return onPlane(*track.origin, onGlobe(*log.origin, p)); };
    const auto o = moved({0, 0}), e = moved({kReachM, 0}), n = moved({0, kReachM});
    auto &xs = log[Channel::X], &ys = log[Channel::Y];
    for (std::size_t i = 0; i < xs.size(); ++i) {
        const double x = xs[i] / kReachM, y = ys[i] / kReachM;
        xs[i] = o.x + x * (e.x - o.x) + y * (n.x - o.x);
        ys[i] = o.y + x * (e.y - o.y) + y * (n.y - o.y);
    }
    log.origin = track.origin;
}

Result<TimingLine> lineFrom(std::string_view text, const CarLog& log) {
    std::vector<std::string_view> cells;
    splitCells(text, ',', cells);
    std::vector<double> v;
    for (const auto cell : cells)
        if (const auto n = parseNumber(cell, false); n && std::isfinite(*n)) v.push_back(*n);
    if (v.size() != 3 || cells.size() != 3 || std::abs(v[0]) > 90 || std::abs(v[1]) > 180 || std::abs(v[2]) > 360)
        return Error{"line.bad-value", "\"" + std::string(text) + "\" is not a timing line", "",
                     "LATITUDE,LONGITUDE,HEADING in degrees, the heading clockwise from north"};
    if (!log.origin || !log.hasPosition())
        return Error{"line.no-globe", "the log has no latitude and longitude", "", "a log with them, or a track file"};
    return TimingLine{onPlane(*log.origin, {v[0], v[1]}), rad(90 - v[2])};
}

Result<LapList> findLaps(const CarLog& log, const Track* track, const std::optional<TimingLine>& line,
                         const LogSpan& within) {
    LapList list;
    std::vector<double> lines;
    if (track && log.hasPosition()) {
        const auto f = frameAt(*track, 0);
        lines = crossings(log, {f.x, f.y}, f.headingRad, std::max(f.left, f.right) + kBesideRoadM);
        list.line = track->line.empty() ? "track" : track->line;
    } else if (line && log.hasPosition()) {
        lines = crossings(log, line->at, line->headingRad);
        list.line = "given";
        if (lines.empty())
            return Error{"laps.line-not-crossed", "the car never crosses the timing line", "",
                         "a line across the road, in the direction of driving"};
    } else if (log.has(Channel::Lap) || log.has(Channel::Distance)) {
        lines = resets(log);
        list.line = "log";
    }
    if (lines.empty() && log.hasPosition()) {
        const auto assumed = assumedLine(log, within);
        if (assumed) lines = crossings(log, assumed->at, assumed->headingRad);
        list.line = "assumed", list.assumed = assumed;
    }
    if (list.line.empty() && !log.has(Channel::Speed))
        return Error{"laps.no-way", "the log has neither positions nor a lap, distance or speed column", "",
                     "at least one of them"};
    if (lines.empty()) list.line = "none";

    const auto& t = log[Channel::Time];
    std::vector<double> edges{t.front()};
    edges.insert(edges.end(), lines.begin(), lines.end());
    edges.push_back(t.back());
    for (std::size_t i = 0; i + 1 < edges.size(); ++i) {
        if (edges[i + 1] - edges[i] < 0.5) continue;
        const bool complete = i > 0 && i + 2 < edges.size();
        list.laps.push_back({lapNumberAt(log, edges[i], edges[i + 1], static_cast<int>(i)), at<LogTime>(edges[i]),
                             Seconds(edges[i + 1] - edges[i]), complete});
    }
    // A log that is one lap from end to end, without any line in it, is that lap.
    if (lines.empty() && list.laps.size() == 1)
        list.laps[0].complete = true, list.laps[0].number = std::max(1, list.laps[0].number);

    const auto way = travelled(log);
    std::vector<double> lengths;
    for (const auto& lap : list.laps)
        if (lap.complete) {
            const auto counted = lengthByDistance(log, lap);
            lengths.push_back(counted ? *counted
                                      : sampleAt(t, way, seconds(lap.start + lap.time)) -
                                            sampleAt(t, way, seconds(lap.start)));
        }
    list.trackLengthM = track ? track->lengthM : (lengths.empty() ? way.back() : median(lengths));
    return list;
}

Result<Lap> fastest(const LapList& list) {
    const Lap* best = nullptr;
    for (const auto& lap : list.laps)
        if (lap.complete && (!best || lap.time < best->time)) best = &lap;
    if (!best) return Error{"laps.none-complete", "the log has no complete lap", "", "a lap from line to line"};
    return *best;
}

Result<Lap> numbered(const LapList& list, int number) {
    for (const auto& lap : list.laps)
        if (lap.number == number) return lap;
    std::string have;
    for (const auto& lap : list.laps) have += (have.empty() ? "" : ", ") + std::to_string(lap.number);
    return Error{"laps.no-such", "the log has no lap " + std::to_string(number), "", "one of " + have};
}

} // namespace hl

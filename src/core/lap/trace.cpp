// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/trace.h"

#include "core/lap/log_distance.h"

#include <algorithm>

namespace hl {
namespace {

std::vector<double> cut(const std::vector<double>& v, std::size_t a, std::size_t b) {
    if (v.empty()) return {};
    return {v.begin() + static_cast<std::ptrdiff_t>(a), v.begin() + static_cast<std::ptrdiff_t>(b)};
}

/// Distance by map matching: every position to its nearest place on the road, unwrapped and made ascending.
void matchToRoad(LapTrace& trace, const Track& track) {
    const std::size_t n = trace.t.size();
    trace.s.resize(n);
    trace.lateral.resize(n);
    double near = kNaN, base = 0, last = 0;
    for (std::size_t i = 0; i < n; ++i) {
        const auto place = placeOf(track, {trace.x[i], trace.y[i]}, near);
        if (i == 0) {
            // The run-up lies before the line: more than half a lap "ahead" means behind it.
            const bool before = trace.t[0] < seconds(trace.lap.start);
            last = before && place.atM > track.lengthM / 2 ? place.atM - track.lengthM : place.atM;
        } else {
            base = std::remainder(place.atM - last, track.lengthM);
            last += base;
        }
        near = place.atM;
        trace.s[i] = last;
        trace.lateral[i] = place.lateralM;
    }
    for (std::size_t i = 1; i < n; ++i) trace.s[i] = std::max(trace.s[i], trace.s[i - 1] + 1e-6);
}

/// Distance by integrating speed, stretched so that this lap is as long as the track is said to be.
void integrateDistance(LapTrace& trace, const std::vector<double>& way, double length) {
    const double from = sampleAt(trace.t, way, seconds(trace.lap.start));
    const double to = sampleAt(trace.t, way, seconds(trace.lap.start + trace.lap.time));
    const double scale = trace.lap.complete && to > from ? length / (to - from) : 1.0;
    trace.s.resize(way.size());
    for (std::size_t i = 0; i < way.size(); ++i) {
        trace.s[i] = (way[i] - from) * scale;
        if (i > 0) trace.s[i] = std::max(trace.s[i], trace.s[i - 1] + 1e-6);
    }
}

/// rad/s, from a heading that may leap by whole turns.
std::vector<double> rateOfHeading(const std::vector<double>& t, std::vector<double> heading) {
    for (std::size_t i = 1; i < heading.size(); ++i)
        heading[i] = heading[i - 1] + angleDifference(heading[i], heading[i - 1]);
    return heading.empty() ? heading : slope(t, smoothed(t, heading, 0.1));
}

/// Heading and curvature from positions, else from yaw rate, else from lateral acceleration.
void findTurning(LapTrace& trace, const std::vector<double>& yawRate) {
    const std::size_t n = trace.t.size();
    const double step = n > 1 ? (trace.s.back() - trace.s.front()) / num(n - 1) : 1;
    const double sigma = std::max(3.0, 1.2 * step);
    if (!trace.x.empty()) {
        const auto xs = smoothed(trace.s, trace.x, sigma), ys = smoothed(trace.s, trace.y, sigma);
        const auto dx = slope(trace.s, xs), dy = slope(trace.s, ys);
        trace.heading.resize(n);
        for (std::size_t i = 0; i < n; ++i) {
            const double h = std::atan2(dy[i], dx[i]);
            trace.heading[i] = i == 0 ? h : trace.heading[i - 1] + angleDifference(h, trace.heading[i - 1]);
        }
        trace.curvature = smoothed(trace.s, slope(trace.s, trace.heading), sigma);
        return;
    }
    std::vector<double> k(n, 0.0);
    for (std::size_t i = 0; i < n; ++i) {
        const double v = std::max(trace.v[i], 3.0);
        if (!yawRate.empty())
            k[i] = yawRate[i] / v;
        else if (!trace.ay.empty())
            k[i] = trace.ay[i] / (v * v);
    }
    if (yawRate.empty() && trace.ay.empty()) return;
    trace.curvature = smoothed(trace.s, k, sigma);
    trace.heading.assign(n, 0.0);
    for (std::size_t i = 1; i < n; ++i)
        trace.heading[i] = trace.heading[i - 1] + trace.curvature[i] * (trace.s[i] - trace.s[i - 1]);
}

} // namespace

Result<LapTrace> traceOf(const CarLog& log, const LapList& laps, const Lap& lap, const Track* track) {
    if (!log.has(Channel::Speed) && !log.hasPosition() && !log.has(Channel::Distance))
        return Error{"trace.no-speed", "the log has no speed, position or distance", "", "one of them"};
    const auto& t = log[Channel::Time];
    const double from = seconds(lap.start) - kRunUpS, to = seconds(lap.start + lap.time) + kRunUpS;
    const auto a = static_cast<std::size_t>(std::lower_bound(t.begin(), t.end(), from) - t.begin());
    const auto b = static_cast<std::size_t>(std::upper_bound(t.begin(), t.end(), to) - t.begin());

    LapTrace trace;
    trace.lap = lap;
    trace.lengthM = laps.trackLengthM;
    const auto take = [&](Channel c) { return cut(log[c], a, b); };
    trace.t = take(Channel::Time);
    trace.v = take(Channel::Speed);
    trace.throttle = take(Channel::Throttle);
    trace.brake = take(Channel::Brake);
    trace.steering = take(Channel::Steering);
    trace.gear = take(Channel::Gear);
    trace.rpm = take(Channel::EngineSpeed);
    trace.ax = take(Channel::LongitudinalAcc);
    trace.ay = take(Channel::LateralAcc);
    trace.az = take(Channel::VerticalAcc);
    trace.x = take(Channel::X);
    trace.y = take(Channel::Y);
    if (trace.x.size() != trace.t.size() || trace.y.size() != trace.t.size())
        trace.x.clear(), trace.y.clear(); // half a position is none

    const auto way = travelled(log, a, b);
    if (trace.v.empty()) trace.v = smoothed(trace.t, slope(trace.t, way), 0.3);
    if (trace.ax.empty()) trace.ax = slope(trace.t, smoothed(trace.t, trace.v, 0.08));
    if (track && !trace.x.empty())
        matchToRoad(trace, *track), trace.edgesKnown = !track->edgesAssumed;
    else
        integrateDistance(trace, distanceFromLine(log, lap, a, way).value_or(way), laps.trackLengthM);
    auto turning = take(Channel::YawRate);
    if (turning.empty() && trace.ay.empty()) turning = rateOfHeading(trace.t, take(Channel::Heading));
    findTurning(trace, turning);
    return trace;
}

LogTime timeAt(const LapTrace& trace, double atM) { return at<LogTime>(sampleAt(trace.s, trace.t, atM)); }
double placeAt(const LapTrace& trace, LogTime t) { return sampleAt(trace.t, trace.s, seconds(t)); }

std::optional<Track> roadFromTrace(const LapTrace& trace) {
    constexpr double kLongestM = 200000; // a log whose "lap" is longer is no lap of a road
    if (trace.x.empty() || !(trace.lengthM > 0 && trace.lengthM < kLongestM)) return std::nullopt;
    Track road;
    road.edgesAssumed = true;
    road.lengthM = trace.lengthM;
    const auto xs = smoothed(trace.s, trace.x, 5), ys = smoothed(trace.s, trace.y, 5);
    const auto points = static_cast<int>(trace.lengthM / 4);
    for (int i = 0; i < points; ++i) {
        const double s = 4.0 * i;
        road.s.push_back(s);
        road.x.push_back(sampleAt(trace.s, xs, s));
        road.y.push_back(sampleAt(trace.s, ys, s));
    }
    const double gap = road.s.empty() ? 0 : std::hypot(road.x.front() - road.x.back(), road.y.front() - road.y.back());
    road.closed = gap < 60;
    road.z.assign(road.s.size(), 0.0);
    road.left.assign(road.s.size(), 6.0);
    road.right.assign(road.s.size(), 6.0);
    if (road.s.size() < 10) return std::nullopt;
    return road;
}

} // namespace hl

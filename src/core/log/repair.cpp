// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/repair.h"

#include "core/track/plane.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

double largest(const std::vector<double>& v) {
    double m = 0;
    for (const double x : v)
        if (!std::isnan(x)) m = std::max(m, std::abs(x));
    return m;
}

void scale(std::vector<double>& v, double factor) {
    for (double& x : v) x *= factor;
}

void dropBackwardTimes(CarLog& log, const std::vector<std::size_t>& lines) {
    const auto time = log[Channel::Time];
    std::vector<std::size_t> keep;
    double last = -1e300;
    for (std::size_t i = 0; i < time.size(); ++i) {
        if (time[i] > last) {
            keep.push_back(i);
            last = time[i];
        } else if (++log.badRows <= 20) {
            log.notes.push_back({lines[i], "time does not go forward; the row is left out"});
        }
    }
    if (keep.size() == time.size()) return;
    for (auto& channel : log.channels) {
        if (channel.empty()) continue;
        for (std::size_t k = 0; k < keep.size(); ++k) channel[k] = channel[keep[k]];
        channel.resize(keep.size());
    }
}

/// Values without a unit are judged by their range; the guess is written down.
void guessUnit(CarLog& log, Channel c, double factor, const char* as) {
    scale(log[c], factor);
    log.notes.push_back({0, std::string(name(c)) + " has no unit; read as " + as + " from its range"});
}

/// Speed unit by the log's own distance or position: the factor whose integral fits best.
double speedFactorFromPath(const CarLog& log) {
    const auto& t = log[Channel::Time];
    const auto& v = log[Channel::Speed];
    double travelled = 0, integral = 0;
    const bool odometer = log.has(Channel::Distance);
    if (!odometer && !log.hasPosition()) return 0;
    for (std::size_t i = 1; i < t.size(); ++i) {
        const double step = odometer ? log[Channel::Distance][i] - log[Channel::Distance][i - 1]
                                     : std::hypot(log[Channel::X][i] - log[Channel::X][i - 1],
                                                  log[Channel::Y][i] - log[Channel::Y][i - 1]);
        const double run = v[i] * (t[i] - t[i - 1]);
        if (std::isnan(step) || std::isnan(run) || step < 0 || step > 200) continue;
        travelled += step;
        integral += run;
    }
    if (integral <= 0 || travelled <= 0) return 0;
    const double wanted = travelled / integral;
    double best = 1;
    for (const double f : {1.0, 1 / 3.6, 0.44704})
        if (std::abs(std::log(f / wanted)) < std::abs(std::log(best / wanted))) best = f;
    return best;
}

/// No logger is slower than one sample in five seconds: larger steps count milliseconds, far larger ones microseconds.
void guessTimeUnit(CarLog& log) {
    const auto& t = log[Channel::Time];
    std::vector<double> steps;
    for (std::size_t i = 1; i < std::min<std::size_t>(t.size(), 400); ++i) steps.push_back(t[i] - t[i - 1]);
    const double step = median(steps);
    if (step >= 2000)
        guessUnit(log, Channel::Time, 1e-6, "microseconds");
    else if (step >= 5)
        guessUnit(log, Channel::Time, 1e-3, "milliseconds");
}

void guessMissingUnits(CarLog& log, const std::vector<ColumnMeaning>& columns) {
    for (const auto& column : columns) {
        if (column.unitGiven || column.channel == Channel::Count) continue;
        const double top = largest(log[column.channel]);
        switch (column.channel) {
        case Channel::Time: guessTimeUnit(log); break;
        case Channel::Throttle:
        case Channel::Brake:
            if (top > 1.5)
                guessUnit(log, column.channel, top > 110 ? 1 / top : 0.01,
                          top > 110 ? "a share of its largest value" : "percent");
            break;
        case Channel::Speed: {
            const double f = speedFactorFromPath(log);
            if (f > 0 && f != 1)
                guessUnit(log, Channel::Speed, f, f > 0.4 ? "mph" : "km/h");
            else if (f == 0 && top > 95)
                guessUnit(log, Channel::Speed, 1 / 3.6, "km/h");
            break;
        }
        case Channel::Steering:
            if (top > 12) guessUnit(log, Channel::Steering, kPi / 180, "degrees");
            break;
        case Channel::YawRate:
            if (top > 4) guessUnit(log, Channel::YawRate, kPi / 180, "degrees per second");
            break;
        case Channel::LateralAcc:
        case Channel::LongitudinalAcc:
        case Channel::VerticalAcc:
            if (top < 7) guessUnit(log, column.channel, kGravity, "g");
            break;
        default: break;
        }
    }
}

void layOnPlane(CarLog& log) {
    if (log.hasPosition() || !log.has(Channel::Latitude) || !log.has(Channel::Longitude)) return;
    const auto& lat = log[Channel::Latitude];
    const auto& lon = log[Channel::Longitude];
    const auto first = static_cast<std::size_t>(
        std::find_if(lat.begin(), lat.end(), [](double v) { return !std::isnan(v) && v != 0; }) - lat.begin());
    if (first == lat.size()) return;
    log.origin = GeoPoint{lat[first], lon[first]};
    for (std::size_t i = 0; i < lat.size(); ++i) {
        const auto p = onPlane(*log.origin, {lat[i], lon[i]});
        log[Channel::X].push_back(p.x);
        log[Channel::Y].push_back(p.y);
    }
}

/// Gaps of a channel bridged linearly (held at the ends), so that every sample is a number.
void bridgeGaps(CarLog& log, Channel c) {
    auto& v = log[c];
    const auto& t = log[Channel::Time];
    std::vector<double> kt, kv;
    for (std::size_t i = 0; i < v.size(); ++i)
        if (!std::isnan(v[i])) kt.push_back(t[i]), kv.push_back(v[i]);
    const std::size_t missing = v.size() - kv.size();
    if (missing == 0) return;
    if (kv.size() < 2) {
        v.clear();
        log.notes.push_back({0, std::string(name(c)) + " has no usable values and is left out"});
        return;
    }
    const bool stepwise = c == Channel::Gear || c == Channel::Lap;
    for (std::size_t i = 0; i < v.size(); ++i)
        if (std::isnan(v[i])) v[i] = stepwise ? kv[locate(kt, t[i]).i] : sampleAt(kt, kv, t[i]);
    log.notes.push_back({0, std::to_string(missing) + " missing values of " + std::string(name(c)) + " bridged"});
}

/// Flips a channel whose sign disagrees with how the path turns (left is positive).
void alignSign(CarLog& log, Channel c, const std::vector<double>& turning) {
    if (!log.has(c)) return;
    double agree = 0;
    for (std::size_t i = 0; i < turning.size(); ++i) agree += turning[i] * log[c][i];
    if (agree >= 0) return;
    scale(log[c], -1);
    log.notes.push_back({0, std::string(name(c)) + " is positive to the right in this log; turned round"});
}

/// Yaw rate of the driven path from positions, rad/s, left positive.
std::vector<double> pathYawRate(const CarLog& log) {
    const auto& t = log[Channel::Time];
    const auto vx = slope(t, smoothed(t, log[Channel::X], 0.15)), vy = slope(t, smoothed(t, log[Channel::Y], 0.15));
    std::vector<double> yaw(t.size(), 0.0);
    for (std::size_t i = 1; i + 1 < t.size(); ++i)
        if (std::hypot(vx[i], vy[i]) > 3)
            yaw[i] = angleDifference(std::atan2(vy[i + 1], vx[i + 1]), std::atan2(vy[i - 1], vx[i - 1])) /
                     (t[i + 1] - t[i - 1]);
    return yaw;
}

} // namespace

void repair(CarLog& log, const std::vector<std::size_t>& lines, const std::vector<ColumnMeaning>& columns) {
    dropBackwardTimes(log, lines);
    for (std::size_t c = 1; c < kChannelCount; ++c)
        if (!log.channels[c].empty()) bridgeGaps(log, static_cast<Channel>(c));
    layOnPlane(log);
    guessMissingUnits(log, columns);
    if (log.hasPosition()) {
        const auto turning = pathYawRate(log);
        for (const auto c : {Channel::YawRate, Channel::LateralAcc, Channel::Steering}) alignSign(log, c, turning);
    }
}

} // namespace hl

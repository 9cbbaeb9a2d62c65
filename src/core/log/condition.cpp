// SPDX-License-Identifier: GPL-3.0-or-later
// Positions of a GPS receiver are few and noisy: they are smoothed, and the log is filled up so that the line, the
// corners and the crossing of the timing line lie between samples that are close together.
#include "core/log/repair.h"
#include "core/log/smooth_path.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cstdio>

namespace hl {
namespace {

constexpr double kSlowest = 1.5, kFastest = 0.032; // s between positions that are smoothed: 0.7 to 30 a second
constexpr double kFilledStep = 0.025;              // s
constexpr double kJerk = 14;         // m/s^3 per root Hz: hard braking builds up in about a quarter second
constexpr double kLeastNoise = 0.02; // m

/// The receiver's own velocity along an axis, where it tells speed and course.
std::vector<double> ownVelocity(const CarLog& log, const std::vector<std::size_t>& at, bool east) {
    if (!log.has(Channel::Speed) || !log.has(Channel::Heading)) return {};
    std::vector<double> v;
    for (const auto i : at) {
        const double h = log[Channel::Heading][i], speed = log[Channel::Speed][i];
        v.push_back(speed > 3 ? speed * (east ? std::cos(h) : std::sin(h)) : kNaN);
    }
    return v;
}

/// The log's accelerations, which point along and across the car, told east and north by the course of a first
/// smoothing: the mean over half a step each way of every fix. Both empty when the log lacks one of them.
void ownAcceleration(const CarLog& log, double step, const AxisPath& x, const AxisPath& y, AxisFixes& east,
                     AxisFixes& north) {
    if (!log.has(Channel::LateralAcc) || !log.has(Channel::LongitudinalAcc)) return;
    const auto &t = log[Channel::Time], &along = log[Channel::LongitudinalAcc], &across = log[Channel::LateralAcc];
    std::size_t a = 0, b = 0;
    for (std::size_t i = 0; i < east.t.size(); ++i) {
        while (t[a] < east.t[i] - step / 2) ++a;
        b = std::max(a, b);
        double forward = 0, left = 0;
        while (b < t.size() && t[b] <= east.t[i] + step / 2) ++b;
        for (std::size_t k = a; k < b; ++k) forward += along[k], left += across[k];
        const double n = num(b - a), v = std::hypot(x.velocity[i], y.velocity[i]);
        const double c = x.velocity[i] / v, s = y.velocity[i] / v;
        const bool known = b > a && v > 5; // standing still has no course
        east.acceleration.push_back(known ? (forward * c - left * s) / n : kNaN);
        north.acceleration.push_back(known ? (forward * s + left * c) / n : kNaN);
    }
}

/// Between two smoothed fixes by the cubic through places and velocities.
double hermite(const std::vector<double>& t, const AxisPath& p, double at) {
    const auto [i, f] = locate(t, at);
    const double dt = t[i + 1] - t[i];
    if (dt > 3) return lerp(p.place[i], p.place[i + 1], f);
    const double f2 = f * f, f3 = f2 * f;
    return (2 * f3 - 3 * f2 + 1) * p.place[i] + (f3 - 2 * f2 + f) * dt * p.velocity[i] +
           (3 * f2 - 2 * f3) * p.place[i + 1] + (f3 - f2) * dt * p.velocity[i + 1];
}

std::vector<double> filledTimes(const std::vector<double>& t) {
    std::vector<double> out;
    for (std::size_t i = 0; i + 1 < t.size(); ++i) {
        const double dt = t[i + 1] - t[i];
        const int pieces = dt > 3 ? 1 : std::max(1, static_cast<int>(std::ceil(dt / kFilledStep - 0.01)));
        for (int k = 0; k < pieces; ++k) out.push_back(t[i] + dt * k / pieces);
    }
    out.push_back(t.back());
    return out;
}

void fillUp(CarLog& log, const std::vector<double>& times) {
    const auto old = log[Channel::Time];
    for (std::size_t c = 1; c < kChannelCount; ++c) {
        const auto channel = static_cast<Channel>(c);
        if (!log.has(channel)) continue;
        const auto values = std::move(log[channel]);
        const bool stepwise = channel == Channel::Gear || channel == Channel::Lap;
        std::vector<double> filled;
        filled.reserve(times.size());
        for (const double t : times) {
            const auto [i, f] = locate(old, t);
            const double a = values[i], b = values[i + 1];
            // an odometer that starts again is not drawn through the gap
            const bool jump = channel == Channel::Distance && b < a;
            filled.push_back(stepwise || jump
                                 ? (f >= 1 ? b : a)
                                 : (channel == Channel::Heading ? a + f * angleDifference(b, a) : lerp(a, b, f)));
        }
        log[channel] = std::move(filled);
    }
    log[Channel::Time] = times;
}

} // namespace

namespace {
constexpr std::size_t kTells = 4000; // fixes that tell how often one comes

/// s between the first fixes.
double fixStep(const CarLog& log, const std::vector<std::size_t>& fresh) {
    std::vector<double> first;
    for (std::size_t k = 0; k < std::min(fresh.size(), kTells); ++k) first.push_back(log[Channel::Time][fresh[k]]);
    return medianStep(first);
}
} // namespace

std::vector<std::size_t> freshFixes(const CarLog& log) {
    const auto &x = log[Channel::X], &y = log[Channel::Y];
    std::vector<std::size_t> fresh;
    for (std::size_t i = 0; i < std::min(x.size(), y.size()); ++i) {
        // a long log has millions, and nobody wants them
        if (fresh.size() == kTells && fresh.back() + 1 == i && fixStep(log, fresh) < kFastest) break;
        if (std::isfinite(x[i]) && std::isfinite(y[i]) &&
            (fresh.empty() || x[i] != x[fresh.back()] || y[i] != y[fresh.back()]))
            fresh.push_back(i);
    }
    return fresh;
}

void conditionPositions(CarLog& log, const std::vector<std::size_t>& fresh) {
    if (fresh.size() < 8) return;
    const double step = fixStep(log, fresh);
    if (step < kFastest || step > kSlowest) return;
    AxisFixes east, north;
    for (const auto i : fresh) {
        east.t.push_back(log[Channel::Time][i]);
        east.place.push_back(log[Channel::X][i]), north.place.push_back(log[Channel::Y][i]);
    }
    north.t = east.t;
    const double noise = std::max(
        kLeastNoise, std::hypot(placeNoiseOf(east.t, east.place), placeNoiseOf(north.t, north.place)) / std::sqrt(2.0));
    east.placeNoise = north.placeNoise = noise;
    east.velocity = ownVelocity(log, fresh, true), north.velocity = ownVelocity(log, fresh, false);
    auto x = smoothAxis(east, kJerk), y = smoothAxis(north, kJerk);
    ownAcceleration(log, step, x, y, east, north);
    const bool felt = !east.acceleration.empty();
    if (felt) x = smoothAxis(east, kJerk), y = smoothAxis(north, kJerk);

    if (medianStep(log[Channel::Time]) > 1.2 * kFilledStep) fillUp(log, filledTimes(log[Channel::Time]));
    const auto& t = log[Channel::Time];
    const bool needsSpeed = !log.has(Channel::Speed);
    std::vector<double> speed;
    for (std::size_t i = 0; i < t.size(); ++i) {
        log[Channel::X][i] = hermite(east.t, x, t[i]), log[Channel::Y][i] = hermite(north.t, y, t[i]);
        if (needsSpeed)
            speed.push_back(std::hypot(sampleAt(east.t, x.velocity, t[i]), sampleAt(north.t, y.velocity, t[i])));
    }
    char text[160];
    std::snprintf(text, sizeof text, "positions come %.1f times a second with about %.2f m of noise; smoothed%s%s",
                  1 / step, noise, felt ? " together with the accelerations" : "",
                  needsSpeed ? ", and the speed taken from them" : "");
    log.notes.push_back({0, text});
    if (needsSpeed) log[Channel::Speed] = std::move(speed);
}

} // namespace hl

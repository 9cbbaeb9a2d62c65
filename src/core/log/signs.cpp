// SPDX-License-Identifier: GPL-3.0-or-later
// Which way is positive: every log decides for itself. The driven path, or where there is none the other channels,
// tell.
#include "core/log/repair.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kWindowS = 0.3, kLeastSpeed = 4; // m/s
constexpr std::size_t kEnough = 120'000;          // rows that tell a sign; long logs have millions
constexpr double kAgainst = -0.1;                 // agreement from which two count the other way

/// Yaw rate of the driven path from chords of about 0.3 s, rad/s, left positive; 0 where the car crawls.
std::vector<double> pathYawRate(const CarLog& log) {
    const auto& t = log[Channel::Time];
    const auto &x = log[Channel::X], &y = log[Channel::Y];
    std::vector<double> yaw(std::min(t.size(), kEnough), 0.0);
    std::size_t a = 0, b = 0;
    for (std::size_t i = 0; i < yaw.size(); ++i) {
        while (t[i] - t[a] > kWindowS && a + 1 < i) ++a;
        while (b + 1 < t.size() && t[b] - t[i] < kWindowS) ++b;
        if (a >= i || b <= i) continue;
        const double ux = x[i] - x[a], uy = y[i] - y[a], vx = x[b] - x[i], vy = y[b] - y[i], span = (t[b] - t[a]) / 2;
        if (span <= 0 || span > 2 || std::hypot(ux, uy) < kLeastSpeed * (t[i] - t[a])) continue;
        yaw[i] = std::atan2(ux * vy - uy * vx, ux * vx + uy * vy) / span;
    }
    return yaw;
}

double agreement(const std::vector<double>& a, const std::vector<double>& b) {
    double ab = 0, aa = 0, bb = 0;
    for (std::size_t i = 0; i < std::min(a.size(), b.size()); ++i)
        ab += a[i] * b[i], aa += a[i] * a[i], bb += b[i] * b[i];
    return aa > 0 && bb > 0 ? ab / std::sqrt(aa * bb) : 0;
}

void turnRound(CarLog& log, Channel c, const char* against) {
    for (double& v : log[c]) v = -v;
    log.notes.push_back({0, std::string(name(c)) + " has the other sign than " + against + "; turned round"});
}

void takeGravityOut(CarLog& log) {
    auto& az = log[Channel::VerticalAcc];
    const double rest = median(std::vector<double>(
        az.begin(), az.begin() + static_cast<std::ptrdiff_t>(std::min<std::size_t>(az.size(), 20000))));
    if (std::abs(std::abs(rest) - kGravity) > 2.5) return;
    const double sign = rest < 0 ? -1 : 1;
    for (double& v : az) v = sign * v - kGravity;
    log.notes.push_back({0, "vertical acceleration holds gravity; taken out"});
}

/// How far the steering channel turns for the curvature driven tells wheel from road wheel; the facts need to know.
void tellSteering(CarLog& log, const std::vector<double>& turning) {
    double sk = 0, kk = 0;
    for (std::size_t i = 0; i < turning.size(); ++i) {
        const double v = log.has(Channel::Speed) ? log[Channel::Speed][i] : 0;
        if (v < 8) continue;
        const double k = turning[i] / v;
        sk += log[Channel::Steering][i] * k, kk += k * k;
    }
    constexpr double kWheelbase = 2.6; // m, of a usual car; the ratio need only be right within a factor of two
    if (kk > 0 && sk / kk / kWheelbase < 3)
        log.notes.push_back({0, "steering turns as little as the road wheels do; taken for their angle"});
}

/// How fast a heading turns, rad/s, over a third of a second each way; 0 where it leaps.
std::vector<double> headingRate(const CarLog& log) {
    const auto &t = log[Channel::Time], &h = log[Channel::Heading];
    std::vector<double> rate(std::min(t.size(), kEnough), 0.0);
    std::size_t a = 0, b = 0;
    for (std::size_t i = 0; i < rate.size(); ++i) {
        while (t[i] - t[a] > kWindowS && a + 1 < i) ++a;
        while (b + 1 < t.size() && t[b] - t[i] < kWindowS) ++b;
        const double turned = angleDifference(h[b], h[a]), span = t[b] - t[a];
        if (span > 0 && span < 2 && std::abs(turned) < kPi / 2) rate[i] = turned / span;
    }
    return rate;
}

/// In degrees a heading is a compass' and runs with the clock from north; beside positions that was found out before.
void readAsCompass(CarLog& log, const std::vector<ColumnGuess>& columns) {
    for (const auto& c : columns)
        if (c.channel == Channel::Heading && !c.chosen && c.unitGiven && c.offset == 0 && c.factor > 0 &&
            c.factor < 0.5)
            for (double& h : log[Channel::Heading]) h = kPi / 2 - h;
}

/// Two axes of which nothing says which points east may be the mirror of the road.
bool placesMayBeMirrored(const CarLog& log, const std::vector<ColumnGuess>& columns) {
    return !log.origin && std::any_of(columns.begin(), columns.end(), [](const ColumnGuess& c) {
        return (c.channel == Channel::X || c.channel == Channel::Y) && !c.sure && !c.chosen;
    });
}

} // namespace

bool sidesMayBeMirrored(const CarLog& log) {
    if (log.sides.from == Sides::Said) return false;
    return log.sides.from == Sides::Guessed || (!log.hasPosition() && !log.has(Channel::Heading));
}

void takeSides(CarLog& log, const SidesTold& told) {
    if (told.from == Sides::Guessed) return;
    log.sides = {told.from, log.sides.turned != told.turned};
    if (!told.turned) return;
    if (log.hasPosition()) std::swap(log[Channel::X], log[Channel::Y]);
    for (const auto c : {Channel::YawRate, Channel::LateralAcc, Channel::Steering})
        for (double& v : log[c]) v = -v;
}

void alignSigns(CarLog& log, const std::vector<ColumnGuess>& columns) {
    std::vector<double> turning;
    const char* against = "the driven path";
    log.sides = {Sides::Measured};
    if (log.hasPosition()) {
        turning = pathYawRate(log);
        if (placesMayBeMirrored(log, columns)) log.sides = {};
    } else if (log.has(Channel::Heading)) {
        readAsCompass(log, columns);
        turning = headingRate(log), against = "the heading";
    } else if (log.has(Channel::YawRate))
        turning = log[Channel::YawRate], against = "the yaw rate";
    else
        log.sides = {};
    if (turning.empty() && log.has(Channel::LateralAcc)) {
        turning = log[Channel::LateralAcc], against = "the lateral acceleration";
        log.notes.push_back({0, "nothing in the log tells left from right; positive is taken for left"});
    }
    for (const auto c : {Channel::YawRate, Channel::LateralAcc, Channel::Steering})
        if (log.has(c) && agreement(turning, log[c]) < kAgainst) turnRound(log, c, against);
    if (log.has(Channel::LongitudinalAcc) && log.has(Channel::Speed)) {
        const auto& t = log[Channel::Time];
        const auto& v = log[Channel::Speed];
        std::vector<double> slowing(std::min(t.size(), kEnough), 0.0);
        std::size_t a = 0;
        for (std::size_t i = 1; i < slowing.size(); ++i) {
            while (t[i] - t[a] > kWindowS && a + 1 < i) ++a;
            slowing[(a + i) / 2] = (v[i] - v[a]) / std::max(1e-3, t[i] - t[a]);
        }
        if (agreement(slowing, log[Channel::LongitudinalAcc]) < kAgainst)
            turnRound(log, Channel::LongitudinalAcc, "the change of speed");
    }
    if (log.has(Channel::VerticalAcc)) takeGravityOut(log);
    if (log.has(Channel::Steering) && !turning.empty()) tellSteering(log, turning);
}

} // namespace hl

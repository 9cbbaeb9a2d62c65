// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/car_path.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kDensestS = 0.0099;
constexpr double kPlaceS = 0.12, kCourseS = 0.2, kForceS = 0.1; // s of smoothing
constexpr double kSlowest = 3;                                  // m/s: below it a way has no heading

std::vector<std::size_t> chosen(const std::vector<double>& t, double from, double to) {
    std::vector<std::size_t> out;
    const auto first = std::lower_bound(t.begin(), t.end(), from) - t.begin();
    for (auto i = static_cast<std::size_t>(first); i < t.size() && t[i] <= to; ++i)
        if (out.empty() || t[i] - t[out.back()] >= kDensestS) out.push_back(i);
    return out;
}

std::vector<double> taken(const std::vector<double>& v, const std::vector<std::size_t>& which) {
    std::vector<double> out;
    if (!v.empty())
        for (const auto i : which) out.push_back(v[i]);
    return out;
}

std::vector<double> calm(const std::vector<double>& t, const std::vector<double>& v, double sigma) {
    auto out = smoothed(t, v, sigma);
    double last = 0;
    for (auto& x : out) x = std::isfinite(x) ? (last = x) : last;
    return out;
}

/// Metres along the road, continuous.
std::vector<double> along(const Track& road, const CarPath& p) {
    std::vector<double> s;
    double near = kNaN, last = 0;
    for (std::size_t i = 0; i < p.t.size(); ++i) {
        const double at = placeOf(road, {p.x[i], p.y[i]}, near).atM;
        last = i == 0 ? at : last + std::remainder(at - last, road.lengthM);
        near = at;
        s.push_back(i == 0 ? last : std::max(last, s.back() + 1e-6));
    }
    return s;
}

std::vector<double> courseOf(const CarPath& p) {
    const auto xs = calm(p.t, p.x, kCourseS), ys = calm(p.t, p.y, kCourseS);
    const auto vx = slope(p.t, xs), vy = slope(p.t, ys);
    std::vector<double> h;
    for (std::size_t i = 0; i < p.t.size(); ++i) {
        const bool moving = std::hypot(vx[i], vy[i]) > kSlowest;
        const double now = moving || h.empty() ? std::atan2(vy[i], vx[i]) : h.back();
        h.push_back(h.empty() ? now : h.back() + angleDifference(now, h.back()));
    }
    return h;
}

/// The log's own heading, where it tells the way's within a few degrees once a constant is taken off.
std::vector<double> ownHeading(const std::vector<double>& logged, const std::vector<double>& course) {
    if (logged.empty()) return {};
    std::vector<double> off;
    for (std::size_t i = 0; i < course.size(); ++i) off.push_back(angleDifference(logged[i], course[i]));
    const double middle = median(off);
    std::vector<double> apart;
    for (const double d : off) apart.push_back(std::abs(angleDifference(d, middle)));
    constexpr double kAgrees = 0.06; // rad
    if (!(median(apart) < kAgrees)) return {};
    std::vector<double> out;
    for (std::size_t i = 0; i < course.size(); ++i) {
        const double d = angleDifference(off[i], middle);
        out.push_back(course[i] + (std::isfinite(d) ? std::clamp(d, -0.3, 0.3) : 0.0));
    }
    return out;
}

/// Slow changes from `base`, quick ones from the yaw rate.
std::vector<double> carried(const std::vector<double>& t, const std::vector<double>& base,
                            const std::vector<double>& yawRate) {
    if (yawRate.empty()) return base;
    std::vector<double> turned(t.size(), 0.0), rest;
    for (std::size_t i = 1; i < t.size(); ++i) {
        const double r = (yawRate[i] + yawRate[i - 1]) / 2;
        turned[i] = turned[i - 1] + (std::isfinite(r) ? r : 0) * (t[i] - t[i - 1]);
    }
    for (std::size_t i = 0; i < t.size(); ++i) rest.push_back(base[i] - turned[i]);
    constexpr double kSlowS = 0.6;
    rest = smoothed(t, rest, kSlowS);
    for (std::size_t i = 0; i < t.size(); ++i) turned[i] += rest[i];
    return turned;
}

void findForces(CarPath& p, const CarLog& log, const std::vector<std::size_t>& which,
                const std::vector<double>& yawRate) {
    auto v = taken(log[Channel::Speed], which);
    if (v.empty()) v = slope(p.t, calm(p.t, p.s, kCourseS));
    p.ax = taken(log[Channel::LongitudinalAcc], which);
    if (p.ax.empty()) p.ax = slope(p.t, calm(p.t, v, kForceS));
    p.ay = taken(log[Channel::LateralAcc], which);
    if (p.ay.empty()) {
        const auto turning = yawRate.empty() ? slope(p.t, p.heading) : yawRate;
        for (std::size_t i = 0; i < p.t.size(); ++i) p.ay.push_back(v[i] * turning[i]);
    }
    p.ax = calm(p.t, p.ax, kForceS), p.ay = calm(p.t, p.ay, kForceS);
}

/// Pearson's correlation; 0 for what does not change.
double likeness(const std::vector<double>& a, const std::vector<double>& b) {
    double ma = 0, mb = 0, aa = 0, bb = 0, ab = 0;
    for (std::size_t i = 0; i < a.size(); ++i) ma += a[i] / num(a.size()), mb += b[i] / num(b.size());
    for (std::size_t i = 0; i < a.size(); ++i)
        aa += (a[i] - ma) * (a[i] - ma), bb += (b[i] - mb) * (b[i] - mb), ab += (a[i] - ma) * (b[i] - mb);
    return aa > 0 && bb > 0 ? ab / std::sqrt(aa * bb) : 0;
}

/// A measured angle beyond the road's own, its sign and its mount's constant taken from what it should go with: a body
/// pitches with the slope and nods with the forces, and leans out of a bend. Loggers agree on no sign. Empty when it
/// goes with neither.
std::vector<double> bodyAngle(const CarPath& p, std::vector<double> measured, const std::vector<double>& ofRoad,
                              const std::vector<double>& force) {
    if (measured.empty()) return {};
    measured = calm(p.t, measured, kForceS);
    constexpr double kUsualPerG = 0.02, kAgrees = 0.5; // rad a g: the usual body
    std::vector<double> expected;
    for (std::size_t i = 0; i < p.t.size(); ++i) expected.push_back(ofRoad[i] + kUsualPerG * force[i] / kGravity);
    const double like = likeness(measured, expected);
    if (std::abs(like) < kAgrees) return {};
    for (std::size_t i = 0; i < measured.size(); ++i) measured[i] = (like > 0 ? measured[i] : -measured[i]) - ofRoad[i];
    const double mount = median(measured); // the camera's own angles hold what is constant
    for (auto& m : measured) m -= mount;
    return measured;
}

} // namespace

CarPath carPath(const CarLog& log, const Track& road, double fromS, double toS) {
    CarPath p;
    if (!log.hasPosition() || road.s.size() < 2) return p;
    const auto which = chosen(log[Channel::Time], fromS, toS);
    if (which.size() < 4) return p;
    p.t = taken(log[Channel::Time], which);
    p.x = calm(p.t, taken(log[Channel::X], which), kPlaceS);
    p.y = calm(p.t, taken(log[Channel::Y], which), kPlaceS);
    p.s = along(road, p);
    for (const double s : p.s) p.z.push_back(frameAt(road, s).z);
    constexpr double kHeightM = 2; // of smoothing: a road file's pieces have corners
    p.z = smoothed(p.s, p.z, kHeightM);
    p.slope = slope(p.s, p.z);
    for (auto& g : p.slope) g = std::atan(std::clamp(g, -0.5, 0.5));
    const auto course = courseOf(p);
    const auto own = ownHeading(taken(log[Channel::Heading], which), course);
    const auto yawRate = taken(log[Channel::YawRate], which);
    p.heading = carried(p.t, own.empty() ? course : own, yawRate);
    findForces(p, log, which, yawRate);
    const std::vector<double> flat(p.t.size(), 0.0);
    auto leaning = p.ay;
    for (auto& a : leaning) a = -a;
    p.pitch = bodyAngle(p, taken(log[Channel::Pitch], which), p.slope, p.ax);
    p.roll = bodyAngle(p, taken(log[Channel::Roll], which), flat, leaning);
    return p;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/film_log/mounting.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <Eigen/Dense>

namespace hl {
namespace {

constexpr double kStep = 0.05;                          // s of the common grid
constexpr double kSoft = 0.12;                          // s: what a receiver's own smoothing leaves
constexpr double kSlowest = 4;                          // m/s; a course of less is noise
constexpr double kLeastTurning = 0.6, kLeastFelt = 0.5; // correlation
constexpr std::size_t kFewest = 200;                    // grid points, ten seconds
constexpr double kUnit = 0.2;                           // share by which a sensor in SI may seem off

/// A triple over an even grid, smoothed like the receiver.
struct OnGrid {
    double start = 0;
    std::array<std::vector<double>, 3> v;
    std::size_t size() const { return v[0].size(); }
};

OnGrid onGrid(const Triple& s) {
    OnGrid g;
    g.start = s.t.front();
    const std::vector<double>* from[] = {&s.x, &s.y, &s.z};
    std::vector<double> grid;
    for (double t = s.t.front(); t <= s.t.back(); t += kStep) grid.push_back(t);
    for (std::size_t k = 0; k < 3; ++k) {
        // means over the grid's steps first: vibration must not fold back
        std::vector<double> mean;
        std::size_t i = 0;
        for (const double t : grid) {
            double sum = 0;
            std::size_t n = 0;
            while (i < s.t.size() && s.t[i] < t - kStep / 2) ++i;
            for (std::size_t j = i; j < s.t.size() && s.t[j] < t + kStep / 2; ++j) sum += (*from[k])[j], ++n;
            mean.push_back(n > 0 ? sum / num(n) : sampleAt(s.t, *from[k], t));
        }
        g.v[k] = smoothed(grid, mean, kSoft);
    }
    return g;
}

/// The receiver's series read at a delay, with what it tells of the drive.
struct Drives {
    std::vector<std::size_t> at; ///< of the grid
    std::vector<double> along, left, turning;
};

Drives drivesAt(const OnGrid& g, const Driven& d, double delayS) {
    Drives out;
    std::size_t i = 0;
    for (std::size_t k = 0; k < g.size(); ++k) {
        const double t = g.start + num(k) * kStep + delayS;
        if (t < d.t.front() || t > d.t.back()) continue;
        while (i + 2 < d.t.size() && d.t[i + 1] < t) ++i;
        const double dt = d.t[i + 1] - d.t[i], f = dt > 0 ? std::clamp((t - d.t[i]) / dt, 0.0, 1.0) : 0;
        const double v = lerp(d.speed[i], d.speed[i + 1], f);
        if (dt > 1.6 || v < kSlowest) continue; // no fix for a while, or hardly moving
        const double turning = lerp(d.turning[i], d.turning[i + 1], f);
        out.at.push_back(k), out.turning.push_back(turning);
        out.along.push_back(lerp(d.along[i], d.along[i + 1], f)), out.left.push_back(v * turning);
    }
    return out;
}

/// Delays from coarse to fine: the best of the coarse ones, then between its neighbours.
template <class Try> auto bestDelay(Try at) {
    auto best = at(0.0);
    for (double d = kEarliestDelay; d <= kLatestDelay; d += 0.1)
        if (auto found = at(d); found && (!best || found->likeness > best->likeness)) best = found;
    if (!best) return best;
    for (double step : {0.05, 0.025, 0.0125})
        for (double side : {-step, step})
            if (auto found = at(best->delayS + side); found && found->likeness > best->likeness) best = found;
    return best;
}

double norm(const Axis& a) { return std::sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]); }
double dot(const Axis& a, const Axis& b) { return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]; }

std::optional<Found> turningAt(const OnGrid& g, const Driven& driven, double delayS) {
    const auto d = drivesAt(g, driven, delayS);
    if (d.at.size() < kFewest) return std::nullopt;
    Eigen::Matrix4d a = Eigen::Matrix4d::Zero();
    Eigen::Vector4d b = Eigen::Vector4d::Zero();
    double sum = 0, squares = 0;
    for (std::size_t i = 0; i < d.at.size(); ++i) {
        const Eigen::Vector4d x(g.v[0][d.at[i]], g.v[1][d.at[i]], g.v[2][d.at[i]], 1);
        a += x * x.transpose(), b += x * d.turning[i];
        sum += d.turning[i], squares += d.turning[i] * d.turning[i];
    }
    const double n = num(d.at.size()), spread = squares - sum * sum / n;
    a += 1e-9 * a.trace() * Eigen::Matrix4d::Identity();
    const Eigen::Vector4d x = a.ldlt().solve(b);
    const double explained = b.dot(x) - sum * sum / n;
    return Found{{x(0), x(1), x(2)}, delayS, spread > 0 ? std::sqrt(std::clamp(explained / spread, 0.0, 1.0)) : 0};
}

std::optional<CarAxes> axesAt(const OnGrid& g, const Driven& driven, double delayS) {
    const auto d = drivesAt(g, driven, delayS);
    if (d.at.size() < kFewest) return std::nullopt;
    Eigen::Matrix3d a = Eigen::Matrix3d::Zero(), b = Eigen::Matrix3d::Zero();
    Eigen::Vector3d sums = Eigen::Vector3d::Zero(), squares = Eigen::Vector3d::Zero();
    for (std::size_t i = 0; i < d.at.size(); ++i) {
        const Eigen::Vector3d x(d.along[i], d.left[i], 1), y(g.v[0][d.at[i]], g.v[1][d.at[i]], g.v[2][d.at[i]]);
        a += x * x.transpose(), b += x * y.transpose();
        sums += y, squares += y.cwiseProduct(y);
    }
    const double n = num(d.at.size());
    a += 1e-9 * a.trace() * Eigen::Matrix3d::Identity();
    const Eigen::Matrix3d m = a.ldlt().solve(b); // rows: along, left, gravity; columns: the sensor's axes
    const double spread = (squares - sums.cwiseProduct(sums) / n).sum(),
                 explained = (b.cwiseProduct(m)).sum() - sums.squaredNorm() / n;
    CarAxes axes;
    axes.delayS = delayS, axes.likeness = spread > 0 ? std::sqrt(std::clamp(explained / spread, 0.0, 1.0)) : 0;
    for (std::size_t k = 0; k < 3; ++k) {
        const auto c = static_cast<Eigen::Index>(k);
        axes.along[k] = m(0, c), axes.left[k] = m(1, c), axes.up[k] = m(2, c);
    }
    return axes;
}

/// Weights that read one m/s^2 of the car as one: orthogonal to gravity and to each other, of length one where the
/// sensor seems to be in m/s^2.
std::optional<CarAxes> squared(CarAxes axes) {
    const double gravity = norm(axes.up), felt = norm(axes.along), aside = norm(axes.left);
    if (!(gravity > 0 && felt > 0 && aside > 0)) return std::nullopt;
    const double unit = std::abs(gravity / 9.80665 - 1) < kUnit ? 1 : gravity / 9.80665;
    for (double& c : axes.up) c /= gravity;
    const double lean = dot(axes.along, axes.up);
    for (std::size_t k = 0; k < 3; ++k) axes.along[k] -= lean * axes.up[k];
    const double forward = norm(axes.along);
    if (!(forward > 0.3 * felt)) return std::nullopt;
    for (double& c : axes.along) c /= forward;
    const Axis &u = axes.up, &f = axes.along;
    Axis left{u[1] * f[2] - u[2] * f[1], u[2] * f[0] - u[0] * f[2], u[0] * f[1] - u[1] * f[0]};
    const double along = dot(left, axes.left);
    if (!(std::abs(along) > 0.5 * aside)) return std::nullopt;
    for (std::size_t k = 0; k < 3; ++k) {
        axes.left[k] = left[k] * (along > 0 ? 1 : -1) / unit;
        axes.up[k] /= unit, axes.along[k] /= unit;
    }
    axes.gravity = gravity / unit;
    return axes;
}

Triple tripleOf(const SensorStreams& streams, std::string_view key) {
    const SensorStream* best = nullptr;
    for (const auto* s : streams.of(key))
        if (s->width == 3 && (!best || s->size() > best->size())) best = s;
    Triple out;
    if (!best) return out;
    for (std::size_t i = 0; i < best->size(); ++i) {
        if (!out.t.empty() && !(best->t[i] > out.t.back())) continue;
        out.t.push_back(best->t[i]);
        out.x.push_back(best->at(i, 0)), out.y.push_back(best->at(i, 1)), out.z.push_back(best->at(i, 2));
    }
    return out;
}

/// Turning between two orientations (w, x, y, z), in the camera's own axes.
Triple fromOrientation(const SensorStreams& streams) {
    Triple out;
    for (const auto* s : streams.of("CORI")) {
        if (s->width != 4 || s->size() < 2) continue;
        for (std::size_t i = 1; i < s->size(); ++i) {
            const auto q = [&](std::size_t k) {
                return Eigen::Quaterniond(s->at(k, 0), s->at(k, 1), s->at(k, 2), s->at(k, 3));
            };
            const double dt = s->t[i] - s->t[i - 1];
            if (!(dt > 0) || !(q(i).norm() > 0.5 && q(i - 1).norm() > 0.5)) continue;
            const Eigen::AngleAxisd turn(q(i - 1).normalized().conjugate() * q(i).normalized());
            const double angle = std::remainder(turn.angle(), 2 * kPi);
            out.t.push_back((s->t[i] + s->t[i - 1]) / 2);
            out.x.push_back(turn.axis().x() * angle / dt), out.y.push_back(turn.axis().y() * angle / dt),
                out.z.push_back(turn.axis().z() * angle / dt);
        }
        return out;
    }
    return out;
}

} // namespace

std::vector<double> through(const Triple& s, const Axis& a) {
    std::vector<double> out(s.t.size());
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = s.x[i] * a[0] + s.y[i] * a[1] + s.z[i] * a[2];
    return out;
}

Triple rotationOf(const SensorStreams& streams) {
    auto gyro = tripleOf(streams, "GYRO");
    return gyro.t.size() > kFewest ? gyro : fromOrientation(streams);
}
Triple accelerationOf(const SensorStreams& streams) { return tripleOf(streams, "ACCL"); }

std::optional<Found> turningAxis(const Triple& rotation, const Driven& driven) {
    if (rotation.empty() || driven.t.size() < 2) return std::nullopt;
    const auto g = onGrid(rotation);
    auto best = bestDelay([&](double d) { return turningAt(g, driven, d); });
    if (!best || best->likeness < kLeastTurning) return std::nullopt;
    if (const double size = norm(best->axis); std::abs(size - 1) < kUnit)
        for (double& c : best->axis) c /= size; // the receiver's noise must not scale a good gyroscope
    return best;
}

std::optional<CarAxes> carAxes(const Triple& acceleration, const Driven& driven, std::optional<double> delayS) {
    if (acceleration.empty() || driven.t.size() < 2) return std::nullopt;
    const auto g = onGrid(acceleration);
    const auto at = [&](double d) { return axesAt(g, driven, d); };
    const auto best = delayS ? at(*delayS) : bestDelay(at);
    if (!best || best->likeness < kLeastFelt) return std::nullopt;
    return squared(*best);
}

} // namespace hl

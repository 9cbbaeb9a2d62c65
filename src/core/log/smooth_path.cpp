// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/smooth_path.h"

#include "core/units/numbers.h"

#include <Eigen/Dense>

namespace hl {
namespace {

using State = Eigen::Vector3d;
using Spread = Eigen::Matrix3d;

struct Step {
    State predicted, filtered;
    Spread predictedSpread, filteredSpread, move;
};

Spread moveOver(double dt) {
    Spread f;
    f << 1, dt, dt * dt / 2, 0, 1, dt, 0, 0, 1;
    return f;
}

Spread noiseOver(double dt, double q) {
    const double t2 = dt * dt, t3 = t2 * dt, t4 = t3 * dt, t5 = t4 * dt;
    Spread n;
    n << t5 / 20, t4 / 8, t3 / 6, t4 / 8, t3 / 3, t2 / 2, t3 / 6, t2 / 2, dt;
    return q * n;
}

/// One scalar measurement of component k.
void take(State& x, Spread& p, int k, double value, double noise) {
    if (std::isnan(value)) return;
    const double s = p(k, k) + noise * noise;
    const State gain = p.col(k) / s;
    x += gain * (value - x(k));
    p -= gain * p.row(k);
    p = (p + p.transpose().eval()) / 2;
}

} // namespace

AxisPath smoothAxis(const AxisFixes& m, double jerk) {
    const std::size_t n = m.t.size();
    AxisPath out;
    if (n == 0) return out;
    std::vector<Step> steps(n);
    State x(m.place[0], 0, 0);
    Spread p = State(m.placeNoise * m.placeNoise, 3600, 200).asDiagonal();
    for (std::size_t i = 0; i < n; ++i) {
        auto& s = steps[i];
        s.move = i > 0 ? moveOver(m.t[i] - m.t[i - 1]) : Spread::Identity();
        if (i > 0) {
            x = s.move * x;
            p = s.move * p * s.move.transpose() + noiseOver(m.t[i] - m.t[i - 1], jerk * jerk);
        }
        s.predicted = x, s.predictedSpread = p;
        take(x, p, 0, m.place[i], m.placeNoise);
        if (!m.velocity.empty()) take(x, p, 1, m.velocity[i], m.velocityNoise);
        if (!m.acceleration.empty()) take(x, p, 2, m.acceleration[i], m.accelerationNoise);
        s.filtered = x, s.filteredSpread = p;
    }
    State smooth = x;
    std::vector<State> path(n);
    path[n - 1] = smooth;
    for (std::size_t i = n - 1; i-- > 0;) {
        const Spread gain =
            steps[i].filteredSpread * steps[i + 1].move.transpose() * steps[i + 1].predictedSpread.inverse();
        path[i] = steps[i].filtered + gain * (path[i + 1] - steps[i + 1].predicted);
    }
    for (const auto& s : path)
        out.place.push_back(s(0)), out.velocity.push_back(s(1)), out.acceleration.push_back(s(2));
    return out;
}

double placeNoiseOf(const std::vector<double>& t, const std::vector<double>& place) {
    // The fourth difference of a cubic is nought; of independent noise it has the variance 70 sigma^2.
    std::vector<double> rest;
    for (std::size_t i = 2; i + 2 < t.size(); ++i) {
        const double even = (t[i + 2] - t[i - 2]) / 4;
        if (even <= 0 || std::abs(t[i] - t[i - 1] - even) > 0.2 * even || std::abs(t[i + 1] - t[i] - even) > 0.2 * even)
            continue;
        rest.push_back(std::abs(place[i - 2] - 4 * place[i - 1] + 6 * place[i] - 4 * place[i + 1] + place[i + 2]));
    }
    const double middle = median(std::move(rest));
    return std::isnan(middle) ? 1.0 : middle / 0.6745 / std::sqrt(70.0);
}

} // namespace hl

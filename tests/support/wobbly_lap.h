// SPDX-License-Identifier: GPL-3.0-or-later
// A lap over arcs that are known, by a driver who corrects his line all the way: nothing of it comes from the
// stand-ins.
#pragma once
#include "core/lap/trace.h"
#include "core/units/numbers.h"

#include <random>

namespace hl::testing {

/// A straight and the arc behind it, left positive. `corner`: a driver would call it one.
struct Arc {
    double straightM, angleDeg, radiusM;
    bool corner = true;
};

struct WobblyLap {
    LapTrace trace;
    struct Middle {
        double atM, reachM, side;
    };
    std::vector<Middle> corners; ///< those that are
};

/// Driven by the grip of its tyres with a wheel that is moved to and fro by `wobble` shares of what the road asks,
/// about once a second and quicker; 50 samples a second.
inline WobblyLap wobblyLap(const std::vector<Arc>& arcs, double wobble, unsigned seed) {
    constexpr double kStepM = 0.5, kGrip = 11, kBrakes = 10, kPower = 6, kTop = 62, kEaseM = 14;
    std::mt19937 rng(seed);
    std::uniform_real_distribution<double> any(0, 1);
    WobblyLap lap;
    std::vector<double> road;
    for (const auto& arc : arcs) {
        road.insert(road.end(), static_cast<std::size_t>(arc.straightM / kStepM), 0.0);
        const double length = rad(std::abs(arc.angleDeg)) * arc.radiusM, ease = std::min(kEaseM, 0.8 * length),
                     sign = arc.angleDeg > 0 ? 1 : -1, from = num(road.size()) * kStepM;
        for (double s = 0; s < length + ease; s += kStepM)
            road.push_back(sign / arc.radiusM * std::clamp(std::min(s, length + ease - s) / ease, 0.0, 1.0));
        if (arc.corner) lap.corners.push_back({from + (length + ease) / 2, std::max(25.0, length / 2 + 10), sign});
    }
    road.insert(road.end(), 600, 0.0);
    const auto n = road.size();
    std::vector<double> v(n);
    for (std::size_t i = 0; i < n; ++i) v[i] = std::min(kTop, std::sqrt(kGrip / std::max(1e-4, std::abs(road[i]))));
    for (std::size_t i = n - 1; i-- > 0;) v[i] = std::min(v[i], std::sqrt(v[i + 1] * v[i + 1] + 2 * kBrakes * kStepM));
    v[0] = std::min(v[0], 40.0);
    for (std::size_t i = 1; i < n; ++i)
        v[i] = std::min(v[i], std::sqrt(v[i - 1] * v[i - 1] + 2 * kPower * (1 - v[i - 1] / 90) * kStepM));
    const double quick = 1 + 0.9 * any(rng), slow = 0.85 + 0.3 * any(rng), turn = 6 * any(rng);
    auto& t = lap.trace;
    double when = 0, next = 0, heading = 0, x = 0, y = 0;
    for (std::size_t i = 0; i < n; ++i) {
        const double corrected =
            wobble * (0.6 * std::sin(2 * kPi * slow * when + turn) + 0.4 * std::sin(2 * kPi * quick * when));
        const double bend = road[i] * (1 + corrected);
        heading += bend * kStepM, x += std::cos(heading) * kStepM, y += std::sin(heading) * kStepM;
        if (when >= next) {
            const double gain = i + 1 < n ? (v[i + 1] * v[i + 1] - v[i] * v[i]) / (2 * kStepM) : 0;
            t.t.push_back(when), t.s.push_back(num(i) * kStepM), t.v.push_back(v[i]), t.curvature.push_back(bend);
            t.heading.push_back(heading), t.x.push_back(x), t.y.push_back(y), t.ax.push_back(gain);
            t.throttle.push_back(gain > 0.2 ? std::min(1.0, gain / (0.9 * kPower * (1 - v[i] / 90))) : 0.0);
            t.brake.push_back(gain < -0.8 ? std::min(1.0, -gain / (1.1 * kBrakes)) : 0.0);
            next += 0.02;
        }
        when += kStepM / v[i];
    }
    t.lengthM = num(n) * kStepM;
    t.lap = {1, at<LogTime>(0), Seconds(when), true};
    return lap;
}

/// How many of the corners were found, and how many were invented or told twice.
struct FoundCorners {
    int found = 0, missed = 0, invented = 0;
    double f1() const { return 2.0 * found / std::max(1, 2 * found + missed + invented); }
};

template <class Corners> FoundCorners foundOf(const WobblyLap& lap, const Corners& corners) {
    FoundCorners f;
    std::vector<bool> taken(corners.size());
    for (const auto& truth : lap.corners) {
        std::size_t best = corners.size();
        double least = truth.reachM;
        for (std::size_t i = 0; i < corners.size(); ++i) {
            const bool left = static_cast<int>(corners[i].side) == 0;
            const double apart = std::abs(corners[i].apexM - truth.atM);
            if (!taken[i] && left == (truth.side > 0) && apart < least) least = apart, best = i;
        }
        if (best < corners.size())
            taken[best] = true, ++f.found;
        else
            ++f.missed;
    }
    f.invented = static_cast<int>(std::count(taken.begin(), taken.end(), false));
    return f;
}

/// Corners of every kind one behind the other, with some that lie on the way and are none.
inline std::vector<Arc> arcsByDice(unsigned seed) {
    std::mt19937 rng(seed);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    std::vector<Arc> arcs;
    for (int i = 0; i < 12; ++i) {
        const double side = between(0, 1) < 0.6 ? 1 : -1, straight = between(110, 420);
        switch (static_cast<int>(between(0, 6))) {
        case 0: arcs.push_back({straight, side * between(150, 185), between(13, 22)}); break;
        case 1: arcs.push_back({straight, side * between(60, 130), between(26, 48)}); break;
        case 2: arcs.push_back({straight, side * between(45, 110), between(50, 110)}); break;
        case 3: arcs.push_back({straight, side * between(40, 80), between(130, 220)}); break;
        case 4: // a bend that is passed on the brakes for what comes
            arcs.push_back({straight + 150, side * between(12, 18), between(160, 220), false});
            arcs.push_back({between(28, 45), -side * between(75, 120), between(22, 40)});
            break;
        default: // one way, then the other
            arcs.push_back({straight, side * between(45, 80), between(36, 65)});
            arcs.push_back({between(18, 40), -side * between(45, 80), between(36, 65)});
        }
    }
    return arcs;
}

} // namespace hl::testing

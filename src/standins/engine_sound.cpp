// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/engine_sound.h"

#include <cmath>
#include <random>

namespace hl::standin {

Sound engineSound(const Circuit& c, const Drive& d, const SoundOptions& o) {
    struct Order {
        double order, level, loadLevel;
    };
    constexpr Order kOrders[] = {{0.5, 0.05, 0.05}, {1, 0.08, 0.06}, {1.5, 0.05, 0.07},
                                 {2, 0.22, 0.30},   {3, 0.05, 0.07}, {4, 0.12, 0.20},
                                 {6, 0.06, 0.12},   {8, 0.03, 0.07}, {10, 0.01, 0.04}};
    std::mt19937 rng(o.seed);
    std::uniform_real_distribution<float> unit(-1, 1);
    Sound out;
    out.rate = o.rate;
    const auto n = static_cast<std::size_t>((o.toS - o.fromS) * o.rate);
    out.samples.resize(n);
    constexpr double kInertia = 480; // 1/s: revolutions do not leap when a gear goes in
    double phase = 0, wind = 0, rumble = 0, load = 0.3, rpm = 0;
    for (std::size_t i = 0; i < n; ++i) {
        const double t = o.fromS + static_cast<double>(i) / o.rate, u = (t + 1 / kInertia) / d.step; // and do not lag
        const auto k = std::min(d.samples.size() - 2, static_cast<std::size_t>(std::max(0.0, u)));
        const auto& x = d.samples[k];
        const double target = x.rpm + (d.samples[k + 1].rpm - x.rpm) * (u - std::floor(u));
        rpm = rpm == 0 ? target : rpm + (target - rpm) * std::min(1.0, kInertia / o.rate);
        load += (x.throttle - load) * 0.0006;
        phase += 2 * 3.14159265358979 * rpm / 60 / o.rate;
        double s = 0;
        for (const auto& k2 : kOrders)
            s += (k2.level * 0.5 + k2.loadLevel * load) * std::sin(k2.order * phase + k2.order);
        wind += (unit(rng) - wind) * 0.12;
        rumble += (unit(rng) - rumble) * 0.02;
        const double lateral = lineAt(d.line.lateral, d.line, c, x.s), edge = valueAt(c.halfWidth, c, x.s);
        const double kerb = std::abs(lateral) + d.car.widthM / 2 > edge - 0.45 ? 1 : 0;
        const double thump = kerb * (std::sin(2 * 3.14159265358979 * x.v / 0.75 * t) > 0.2 ? 1 : 0.3);
        s = 0.55 * s + o.noise * (0.3 + x.v / 60) * wind * 2 + 0.5 * thump * rumble;
        out.samples[i] = static_cast<float>(std::tanh(1.3 * s) * 0.75);
    }
    return out;
}

} // namespace hl::standin

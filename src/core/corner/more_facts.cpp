// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/corner/more_facts.h"

#include <algorithm>

namespace hl {
namespace {

struct Window {
    std::size_t a, b;
};

Window window(const LapTrace& t, double fromM, double toM) {
    const auto a = static_cast<std::size_t>(std::lower_bound(t.s.begin(), t.s.end(), fromM) - t.s.begin());
    const auto b = static_cast<std::size_t>(std::upper_bound(t.s.begin(), t.s.end(), toM) - t.s.begin());
    return {a, std::max(a, b)};
}

double stepS(const LapTrace& t, std::size_t i) { return i + 1 < t.t.size() ? t.t[i + 1] - t.t[i] : 0; }

/// Seconds within a window in which something holds.
template <class Holds> double timeWhile(const LapTrace& t, Window w, Holds holds) {
    double sum = 0;
    for (auto i = w.a; i < w.b; ++i)
        if (holds(i)) sum += stepS(t, i);
    return sum;
}

void measureEngine(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (t.rpm.empty()) {
        f.unmeasured["limiter_s"] = "the log has no engine speed";
        return;
    }
    // The limiter is where the engine turns no faster though all the power is asked for.
    const double top = *std::max_element(t.rpm.begin(), t.rpm.end());
    if (t.throttle.empty())
        f.unmeasured["limiter_s"] = "the log has no throttle channel";
    else
        f.limiterS = Measured{
            timeWhile(t, window(t, c.startM, c.endM),
                      [&](std::size_t i) { return t.rpm[i] > 0.993 * top && t.throttle[i] > 0.95 && t.ax[i] < 0.5; }),
            0.03};
    if (!f.minGear || !f.minSpeedM || *f.minGear < 1) return;
    // Revolutions per metre of each gear, from this lap.
    const auto ratio = [&](int gear) {
        std::vector<double> r;
        for (std::size_t i = 0; i < t.v.size(); i += 5)
            if (std::lround(t.gear[i]) == gear && t.v[i] > 8) r.push_back(t.rpm[i] / t.v[i]);
        return r.size() < 10 ? kNaN : median(std::move(r));
    };
    const double v = f.minSpeed->value, lower = ratio(*f.minGear - 1), higher = ratio(*f.minGear + 1);
    if (!std::isnan(lower)) f.gearLowerRpm = static_cast<int>(std::lround(lower * v));
    if (!std::isnan(higher)) f.gearHigherRpm = static_cast<int>(std::lround(higher * v));
}

void measureFeet(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (t.throttle.empty()) {
        f.unmeasured["coast_s"] = "the log has no throttle channel";
        return;
    }
    if (t.brake.empty())
        f.unmeasured["coast_s"] = "the log has no brake channel";
    else {
        const double from = f.brakeOnsetM ? f.brakeOnsetM->value - 30 : c.turnInM - 30,
                     to = f.fullThrottleM ? f.fullThrottleM->value : c.endM;
        f.coastS = Measured{
            timeWhile(t, window(t, from, to), [&](std::size_t i) { return t.throttle[i] < 0.05 && t.brake[i] < 0.05; }),
            0.05};
    }
    // A plateau: the throttle moves by less than four hundredths for a quarter of a second.
    constexpr double kStill = 0.04, kLongS = 0.25;
    const auto w = window(t, f.throttlePickupM ? f.throttlePickupM->value : c.turnInM, c.endM);
    for (auto i = w.a; i < w.b; ++i) {
        if (t.throttle[i] < 0.1 || t.throttle[i] > 0.9) continue;
        double lo = t.throttle[i], hi = lo;
        auto k = i;
        while (k < w.b) {
            lo = std::min(lo, t.throttle[k]), hi = std::max(hi, t.throttle[k]);
            if (hi - lo > kStill) break;
            ++k;
        }
        if (k > i && t.t[k - 1] - t.t[i] > kLongS) {
            f.plateaus.push_back({t.s[i], t.s[k - 1], (lo + std::min(hi, lo + kStill)) / 2});
            i = k;
        }
    }
}

/// Early or late against the place where half the turning is done, by a tenth of the corner's length.
void measureApexKind(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (!t.edgesKnown || t.heading.empty()) {
        f.unmeasured["apex_kind"] = "the road's edges are not known";
        return;
    }
    const double from = sampleAt(t.s, t.heading, c.turnInM), to = sampleAt(t.s, t.heading, c.endM);
    if (std::abs(to - from) < 0.2) return;
    double first = c.turnInM, half = c.apexM, last = c.endM;
    const auto w = window(t, c.turnInM, c.endM);
    for (auto i = w.a; i < w.b; ++i) {
        const double share = (t.heading[i] - from) / (to - from);
        if (share < 0.05) first = t.s[i];
        if (share < 0.5) half = t.s[i];
        if (share < 0.95) last = t.s[i];
    }
    const double off = (c.apexM - half) / std::max(10.0, last - first);
    f.apexKind = off < -0.1 ? "early" : (off > 0.1 ? "late" : "middle");
}

void measureWay(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (f.brakeOnsetM && t.edgesKnown) f.brakeLateralM = Measured{sampleAt(t.s, t.lateral, f.brakeOnsetM->value), 0.3};
    if (t.x.empty() || t.lateral.empty()) return;
    const auto w = window(t, c.turnInM, c.endM);
    if (w.b < w.a + 2) return;
    double way = 0;
    for (auto i = w.a; i + 1 < w.b; ++i) way += std::hypot(t.x[i + 1] - t.x[i], t.y[i + 1] - t.y[i]);
    f.drivenM = Measured{way - (t.s[w.b - 1] - t.s[w.a]), 0.5};
}

void measureRotation(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (t.steering.empty() || t.curvature.empty()) {
        f.unmeasured["counter_steer_s"] = "the log has no steering channel";
        return;
    }
    const double sign = c.side == Side::Left ? 1 : -1;
    f.counterSteerS =
        Measured{timeWhile(t, window(t, c.turnInM, c.endM),
                           [&](std::size_t i) { return t.steering[i] * sign < -0.05 && t.curvature[i] * sign > 1e-3; }),
                 0.03};
}

} // namespace

void measureMore(const LapTrace& t, const Corner& c, CornerFacts& f) {
    measureEngine(t, c, f);
    measureFeet(t, c, f);
    measureApexKind(t, c, f);
    measureWay(t, c, f);
    measureRotation(t, c, f);
}

} // namespace hl

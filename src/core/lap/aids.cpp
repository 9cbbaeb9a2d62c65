// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/lap/aids.h"

#include <algorithm>
#include <deque>

namespace hl {
namespace {

constexpr double kDipS = 0.35; // from high to high again; a foot that pumps takes longer

/// The furthest value within half the window on both sides, by the time axis.
template <class Further>
std::vector<double> furthest(const std::vector<double>& t, const std::vector<double>& y, double window,
                             Further further) {
    std::vector<double> out(y.size());
    std::deque<std::size_t> kept;
    std::size_t next = 0;
    for (std::size_t i = 0; i < y.size(); ++i) {
        for (; next < y.size() && t[next] <= t[i] + window / 2; ++next) {
            while (!kept.empty() && !further(y[kept.back()], y[next])) kept.pop_back();
            kept.push_back(next);
        }
        while (t[kept.front()] < t[i] - window / 2) kept.pop_front();
        out[i] = y[kept.front()];
    }
    return out;
}

/// Dips that are shorter than the window are filled; all else stays.
std::vector<double> filled(const std::vector<double>& t, const std::vector<double>& pedal) {
    const auto more = [](double a, double b) { return a > b; };
    const auto less = [](double a, double b) { return a < b; };
    return furthest(t, furthest(t, pedal, kDipS, more), kDipS, less);
}

/// Presses of the pedal, and dips within them that come back in no time.
struct Count {
    int presses = 0, dips = 0;
};

/// Around a change of gear the engine lets off by itself.
bool shifts(const LapTrace& lap, std::size_t i) {
    constexpr double kAround = 0.25; // s
    if (lap.gear.empty()) return false;
    auto a = i, b = i;
    while (a > 0 && lap.t[i] - lap.t[a] < kAround) --a;
    while (b + 1 < lap.t.size() && lap.t[b] - lap.t[i] < kAround) ++b;
    return lap.gear[a] != lap.gear[b] || lap.gear[i] != lap.gear[a];
}

Count dipsIn(const LapTrace& lap, const std::vector<double>& pedal, double pressed, double depth) {
    const auto through = filled(lap.t, pedal);
    Count n;
    bool on = false, down = false;
    for (std::size_t i = 0; i < pedal.size(); ++i) {
        if (through[i] > pressed && !on) ++n.presses;
        on = through[i] > pressed;
        const bool low = on && pedal[i] < through[i] - depth;
        n.dips += low && !down && !shifts(lap, i);
        down = low;
    }
    return n;
}

} // namespace

Aids aidsIn(const std::vector<const LapTrace*>& laps) {
    // A driver dips now and then; an aid does it again and again, in press after press.
    constexpr double kBrakeDepth = 0.15, kPowerDepth = 0.3, kBrakeOften = 3, kPowerOften = 1.5;
    constexpr int kFewest = 8;
    Count brake, power;
    for (const auto* lap : laps) {
        if (!lap->brake.empty()) {
            const auto n = dipsIn(*lap, lap->brake, 0.3, kBrakeDepth);
            brake.presses += n.presses, brake.dips += n.dips;
        }
        if (!lap->throttle.empty()) {
            const auto n = dipsIn(*lap, lap->throttle, 0.6, kPowerDepth);
            power.presses += n.presses, power.dips += n.dips;
        }
    }
    return {brake.dips >= kFewest && brake.dips > kBrakeOften * brake.presses,
            power.dips >= kFewest && power.dips > kPowerOften * power.presses};
}

std::vector<std::string> told(Aids aids) {
    std::vector<std::string> lines;
    if (aids.brake)
        lines.emplace_back("An aid lets the brake off again and again; it is measured as the foot held it.");
    if (aids.power) lines.emplace_back("An aid takes power away again and again; it is measured as the foot held it.");
    return lines;
}

LapTrace measuredThrough(LapTrace lap, Aids aids) {
    if (aids.brake && !lap.brake.empty()) lap.brake = filled(lap.t, lap.brake);
    if (aids.power && !lap.throttle.empty()) lap.throttle = filled(lap.t, lap.throttle);
    return lap;
}

} // namespace hl

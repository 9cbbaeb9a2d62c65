// SPDX-License-Identifier: GPL-3.0-or-later
// The facts of one corner, each found by its own small function.
#include "core/corner/braking_shape.h"
#include "core/corner/corner.h"
#include "core/corner/fact_table.h"
#include "core/corner/light_braking.h"
#include "core/corner/more_facts.h"
#include "core/corner/pedal_ramp.h"
#include "core/corner/wheel_facts.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kRealBraking = 0.12; // of 1.2 g, where slowing is all that tells of a brake
constexpr double kFull = 0.97;        // throttle that counts as full
constexpr double kLeastLift = 0.08;   // a dip of the throttle smaller than this is the foot's tremble
constexpr double kGearSettleS = 0.06; // a gear held for less is the lever passing through

struct Window {
    std::size_t a, b;
};

Window window(const LapTrace& t, double fromM, double toM) {
    const auto a = static_cast<std::size_t>(std::lower_bound(t.s.begin(), t.s.end(), fromM) - t.s.begin());
    const auto b = static_cast<std::size_t>(std::upper_bound(t.s.begin(), t.s.end(), toM) - t.s.begin());
    return {a, std::max(a, b)};
}

double stepAt(const LapTrace& t, double s) {
    const auto i = locate(t.s, s).i;
    return i + 1 < t.s.size() ? t.s[i + 1] - t.s[i] : 1;
}

/// Braking from the pedal, or from deceleration (as a share of 1.2 g) when the log has no pedal.
void measureBraking(const LapTrace& t, const Corner& c, const LapWide& wide, CornerFacts& f) {
    const bool pedal = !t.brake.empty();
    std::vector<double> slowing;
    if (!pedal)
        for (const double a : smoothed(t.t, t.ax, 0.06))
            slowing.push_back(std::max(0.0, (-a - 2.5) / (1.2 * kGravity)));
    auto found =
        presses(t.s, pedal ? t.brake : slowing, c.startM, c.apexM + 10, pedal ? wide.lightestBraking : kRealBraking);
    if (pedal) std::erase_if(found, [&](const Press& p) { return !slowsTheCar(t, p, wide); });
    if (!pedal) {
        f.unmeasured["brake_peak_pct"] = "the log has no brake channel";
        f.unmeasured["trail_m"] = "the log has no brake channel";
        f.unmeasured["brake_held"] = f.unmeasured["brake_at_turn_in_pct"] = "the log has no brake channel";
    }
    if (found.empty()) {
        for (const char* key : {"brake_onset_m", "brake_peak_pct", "brake_release_m", "trail_m"})
            f.unmeasured.try_emplace(key, "no braking here");
        f.noBraking = true;
        if (pedal) f.brakeShape = "none";
        return;
    }
    const auto main = std::max_element(found.begin(), found.end(), [](auto& a, auto& b) { return a.peak < b.peak; });
    const double vagueness = pedal ? 0 : 6; // deceleration follows the foot by a few metres
    f.brakeOnsetM = Measured{main->onsetM, main->onsetUncertaintyM + vagueness};
    f.brakeReleaseM = Measured{main->releaseM, main->releaseUncertaintyM + vagueness};
    if (!pedal) return;
    f.brakePeak = Measured{main->peak, 0.01};
    f.brakeHeld = heldLevels(t, main->onsetM, main->releaseM);
    if (c.turnInM > main->onsetM && c.turnInM < main->releaseM)
        f.brakeAtTurnIn = Measured{sampleAt(t.s, t.brake, c.turnInM), 0.03};
    else
        f.unmeasured["brake_at_turn_in_pct"] = "the brake is not on where the corner is turned into";
    f.trailM = Measured{std::max(0.0, main->releaseM - c.turnInM), main->releaseUncertaintyM + 3};
    measureShape(t, c, *main, f);
    // two stages with a full release between them are two presses
    constexpr double kBetweenS = 0.8, kStage = 0.15;
    for (std::size_t i = 0; i + 1 < found.size(); ++i) {
        const bool ours = &found[i] == &*main || &found[i + 1] == &*main;
        const double gap = sampleAt(t.s, t.t, found[i + 1].onsetM) - sampleAt(t.s, t.t, found[i].releaseM);
        if (ours && gap < kBetweenS && std::min(found[i].peak, found[i + 1].peak) > kStage) f.brakeShape = "two-stage";
    }
}

void measureSpeeds(const LapTrace& t, const Corner& c, CornerFacts& f) {
    const auto [a, b] = window(t, c.turnInM - 5, c.endM);
    if (a >= b) {
        for (const char* key : {"min_speed_kmh", "min_speed_m", "entry_speed_kmh", "exit_speed_kmh"})
            f.unmeasured[key] = "the log does not reach this corner";
        return;
    }
    const auto whole = window(t, std::min(c.startM, c.turnInM) - 5, c.endM + 5);
    const auto v = smoothed(t.t, t.v, 0.05, whole.a > 0 ? whole.a - 1 : 0, whole.b + 2);
    std::size_t slowest = a;
    for (auto i = a; i < b; ++i)
        if (v[i] < v[slowest]) slowest = i;
    // Within a hair of the minimum the place is a stretch; its middle is the fact, half its length the uncertainty.
    std::size_t lo = slowest, hi = slowest;
    while (lo > a && v[lo - 1] < v[slowest] + 0.03) --lo;
    while (hi + 1 < b && v[hi + 1] < v[slowest] + 0.03) ++hi;
    f.minSpeed = Measured{v[slowest], 0.1};
    f.minSpeedM = Measured{(t.s[lo] + t.s[hi]) / 2, (t.s[hi] - t.s[lo]) / 2 + stepAt(t, t.s[slowest])};
    f.entrySpeed = Measured{sampleAt(t.s, v, f.brakeOnsetM ? f.brakeOnsetM->value : c.turnInM), 0.2};
    f.exitSpeed = Measured{sampleAt(t.s, v, c.endM), 0.2};
}

double rpmAround(const LapTrace& t, std::size_t i, double seconds) {
    return t.rpm.empty() ? 0 : sampleAt(t.t, t.rpm, t.t[i] + seconds);
}

std::vector<Shift> shiftsIn(const LapTrace& t, double fromM, double toM) {
    std::vector<Shift> shifts;
    const auto [a, b] = window(t, fromM, toM);
    if (a >= b) return shifts;
    auto settled = static_cast<int>(std::lround(t.gear[a]));
    for (auto i = a + 1; i < b; ++i) {
        const auto g = static_cast<int>(std::lround(t.gear[i]));
        if (g == settled || g <= 0) continue;
        std::size_t j = i;
        while (j + 1 < t.s.size() && t.t[j] - t.t[i] < kGearSettleS && std::lround(t.gear[j]) == g) ++j;
        if (t.t[j] - t.t[i] < kGearSettleS && j + 1 < t.s.size()) continue;
        if (settled > 0)
            shifts.push_back({(t.s[i - 1] + t.s[i]) / 2, settled, g, rpmAround(t, i, -0.1), rpmAround(t, i, 0.15)});
        settled = g;
    }
    return shifts;
}

void measureGears(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (t.gear.empty()) {
        f.unmeasured["min_gear"] = f.unmeasured["shifts"] = "the log has no gear channel";
        return;
    }
    f.shifts = shiftsIn(t, c.startM, c.endM);
    if (f.minSpeedM) f.minGear = static_cast<int>(std::lround(t.gear[locate(t.s, f.minSpeedM->value).i]));
    f.entryGear =
        static_cast<int>(std::lround(t.gear[locate(t.s, f.brakeOnsetM ? f.brakeOnsetM->value : c.turnInM).i]));
}

/// Lifts are dips of the throttle after the first power and before it is full for good.
void measureLifts(const LapTrace& t, double fromM, double toM, CornerFacts& f) {
    const auto [a, b] = window(t, fromM, toM);
    for (auto i = a; i < b; ++i) {
        double high = t.throttle[i];
        std::size_t j = i;
        while (j + 1 < b && t.throttle[j + 1] <= t.throttle[j]) ++j;
        const double low = t.throttle[j];
        if (high - low < kLeastLift) {
            i = std::max(i, j);
            continue;
        }
        std::size_t k = j;
        while (k + 1 < b && t.throttle[k] < high - 0.02 && t.throttle[k + 1] >= low - 0.02) ++k;
        const bool back = t.throttle[std::min(k + 1, t.throttle.size() - 1)] > (high + low) / 2;
        if (back) f.lifts.push_back({t.s[i], t.s[k], low}); // else it is let off for what comes next
        i = k;
    }
}

void measurePower(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (t.throttle.empty()) {
        for (const char* key : {"throttle_pickup_m", "full_throttle_m", "lifts"})
            f.unmeasured[key] = "the log has no throttle channel";
        return;
    }
    const auto [a, b] = window(t, f.brakeReleaseM ? f.brakeReleaseM->value - 25 : c.turnInM, c.endM);
    // Power begins after the lowest throttle of the corner.
    std::size_t rest = a;
    for (auto i = a; i < b; ++i)
        if (t.throttle[i] < t.throttle[rest] - 1e-3 && t.s[i] < c.apexM + 60) rest = i;
    if (a >= b || t.throttle[rest] > kFull) {
        f.unmeasured["throttle_pickup_m"] = "the throttle stays open here";
        f.unmeasured["full_throttle_m"] = "the throttle stays open here";
        return;
    }
    std::size_t full = rest;
    while (full < b && t.throttle[full] < kFull) ++full;
    const double toM = std::min(c.endM, full < b ? t.s[full] + 2 : c.endM);
    std::vector<double> opened(t.throttle);
    for (auto& v : opened) v = std::max(0.0, v - t.throttle[rest]);
    const auto found = presses(t.s, opened, t.s[rest], toM, 0.06);
    if (found.empty())
        f.unmeasured["throttle_pickup_m"] = "no power before the end of the corner";
    else
        f.throttlePickupM = Measured{found.front().onsetM, found.front().onsetUncertaintyM + 1};
    if (full < b)
        f.fullThrottleM = Measured{t.s[full], stepAt(t, t.s[full])};
    else
        f.unmeasured["full_throttle_m"] = "the throttle is not full before the end of the corner";
    if (f.throttlePickupM) measureLifts(t, f.throttlePickupM->value, c.endM, f);
}

void measureLine(const LapTrace& t, const Corner& c, CornerFacts& f) {
    if (!t.edgesKnown) {
        for (const char* key : {"apex_lateral_m", "brake_lateral_m", "turn_in_lateral_m", "exit_lateral_m"})
            f.unmeasured[key] = "the road's edges are not known";
        return;
    }
    f.apexLateralM = Measured{sampleAt(t.s, t.lateral, c.apexM), 0.3};
    f.entryLateralM = Measured{sampleAt(t.s, t.lateral, c.turnInM), 0.3};
    f.exitLateralM = Measured{sampleAt(t.s, t.lateral, c.endM), 0.3};
}

} // namespace

namespace {

CornerFacts measured(const LapTrace& trace, const Corner& corner, const Track* track, double carWidthM,
                     const LapWide& wide) {
    CornerFacts f;
    measureBraking(trace, corner, wide, f);
    measureSpeeds(trace, corner, f);
    measureGears(trace, corner, f);
    measurePower(trace, corner, f);
    measureLine(trace, corner, f);
    measureMore(trace, corner, f);
    measureSteering(trace, corner, wide, f);
    measureWheels(trace, corner, track, carWidthM, wide, f);
    return f;
}

} // namespace

CornerFacts measure(const LapTrace& trace, const Corner& corner, const Track* track, double carWidthM) {
    auto f = measured(trace, corner, track, carWidthM, lapWide(trace));
    dropWhatIsNoNumber(f);
    return f;
}

std::vector<CornerFacts> measureAll(const LapTrace& trace, const std::vector<Corner>& corners, const Track* track,
                                    double carWidthM) {
    std::vector<CornerFacts> facts;
    const auto wide = lapWide(trace);
    for (const auto& c : corners) facts.push_back(measured(trace, c, track, carWidthM, wide));
    for (std::size_t i = 0; i < facts.size(); ++i) { // the straight after each, as far as the log reaches
        const std::size_t next = (i + 1) % facts.size();
        const double at = (facts[next].brakeOnsetM ? facts[next].brakeOnsetM->value : corners[next].turnInM) +
                          (next <= i ? trace.lengthM : 0);
        if (at < trace.s.back())
            facts[i].straightEndSpeed = Measured{sampleAt(trace.s, trace.v, at), 0.3};
        else
            facts[i].unmeasured["straight_end_kmh"] = "the log ends before the next braking";
    }
    for (auto& f : facts) dropWhatIsNoNumber(f);
    return facts;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Pedals that an aid modulates, and cars whose grip is read from few samples.
#include "core/compare/car_ability.h"
#include "core/corner/corner.h"
#include "core/lap/aids.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

/// Twenty presses of the brake a second and a half long; `dip` is how it is let off in between, `perSecond` how often.
LapTrace braking(double dip, double perSecond, double lasting) {
    LapTrace t;
    for (double s = 0; s < 60; s += 0.01) {
        const double in = std::fmod(s, 3);
        const bool on = in < 1.5;
        const bool dips = on && perSecond > 0 && std::fmod(in, 1 / perSecond) > 1 / perSecond - lasting;
        t.t.push_back(s), t.s.push_back(40 * s), t.v.push_back(40);
        t.brake.push_back(on ? (dips ? 0.8 - dip : 0.8) : 0);
        t.throttle.push_back(on ? 0 : 1);
    }
    return t;
}

} // namespace

TEST_CASE("an anti-lock brake is known by its dips, and the foot is measured through them") {
    const auto aided = braking(0.4, 8, 0.06);
    const auto aids = aidsIn({&aided});
    CHECK(aids.brake);
    CHECK_FALSE(aids.power);
    const auto through = measuredThrough(aided, aids);
    for (std::size_t i = 0; i < through.t.size(); ++i) {
        const double in = std::fmod(through.t[i], 3);
        if (in > 0.02 && in < 1.4) CHECK(through.brake[i] == Approx(0.8));
        if (in > 1.6 && in < 2.95) CHECK(through.brake[i] == 0); // what lies between the presses stays
    }
}

TEST_CASE("a car that lets off at every change of gear has no aid; one that lets off between has") {
    LapTrace t;
    double gear = 1;
    for (double s = 0; s < 120; s += 0.01) {
        const double in = std::fmod(s, 1.5);
        if (in < 0.01) gear = gear < 6 ? gear + 1 : 2;
        t.t.push_back(s), t.s.push_back(40 * s), t.v.push_back(40), t.brake.push_back(0), t.gear.push_back(gear);
        t.throttle.push_back(std::fmod(s, 30) > 28 ? 0 : (in > 1.45 || in < 0.06 ? 0.1 : 1));
    }
    CHECK_FALSE(aidsIn({&t}).power);
    CHECK(told(aidsIn({&t})).empty());
    for (auto& g : t.gear) g = 3;
    CHECK(aidsIn({&t}).power);
    CHECK(told(aidsIn({&t})).size() == 1);
}

TEST_CASE("a foot that lets off, in steps or now and then, is no aid") {
    for (const auto& lap : {braking(0, 0, 0), braking(0.4, 0.9, 0.5), braking(0.1, 8, 0.06)}) {
        CHECK_FALSE(aidsIn({&lap}).brake);
        const auto same = measuredThrough(lap, aidsIn({&lap}));
        CHECK(same.brake == lap.brake);
    }
}

TEST_CASE("what a car can do is a smooth function of speed, whatever a few wild samples say") {
    std::mt19937 rng(3);
    std::normal_distribution<double> noise(0, 0.4);
    LapTrace t;
    const auto grip = [](double v) { return 11 + 0.003 * v * v; };
    for (double v = 12; v < 70; v += 0.02) {
        t.t.push_back(v), t.s.push_back(30 * v), t.v.push_back(v), t.ax.push_back(0);
        t.throttle.push_back(0.5), t.brake.push_back(0);
        double a = grip(v) - std::abs(noise(rng));
        if (v > 40 && v < 45) a = 954;     // a jump of position: 97 g
        if (v > 55 && v < 60) a = 4 * 9.8; // a jolt, in one bin
        t.curvature.push_back(a / (v * v));
    }
    const auto can = abilityOf({t});
    for (double v = 15; v < 68; v += 1) {
        INFO(v);
        CHECK(can.corner.at(v) > 0.75 * grip(v));
        CHECK(can.corner.at(v) < 1.15 * grip(v));
    }
}

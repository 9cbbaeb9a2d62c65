// SPDX-License-Identifier: GPL-3.0-or-later
// A brushed brake is braking, a resting foot and a trembling sensor are none; levels that are held are told.
#include "core/claims/guide_claims.h"
#include "core/corner/corner.h"
#include "support/wobbly_lap.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

/// A lap of two bends; in the first the brake goes as `pedal` says, by seconds since it was first touched, and the car
/// slows with it.
struct Braked {
    LapTrace trace;
    Corner corner;
};

Braked braked(const std::function<double(double)>& pedal, double noise, double rest = 0) {
    auto lap = wobblyLap({{420, 80, 60}, {420, -80, 60}}, 0, 1);
    auto& t = lap.trace;
    const auto corners = findCorners(t, nullptr);
    REQUIRE(corners);
    REQUIRE(corners->size() == 2);
    std::mt19937 rng(4);
    std::normal_distribution<double> tremble(0, noise);
    const double turnIn = (*corners)[0].turnInM;
    double began = -1;
    for (std::size_t i = 0; i < t.s.size(); ++i) {
        const bool near = t.s[i] > turnIn - 70 && t.s[i] < turnIn + 60;
        if (near && began < 0) began = t.t[i];
        const bool before = t.s[i] < turnIn - 70 && t.s[i] > turnIn - 250; // where this lap braked really
        const double wanted = near ? pedal(t.t[i] - began) : before ? 0.0 : t.brake[i];
        if (near || before) t.throttle[i] = 0, t.ax[i] = -0.5 - 10 * wanted;
        t.brake[i] = std::max(0.0, wanted + rest + tremble(rng));
    }
    return {t, (*corners)[0]};
}

CornerFacts factsOf(const Braked& b) { return measure(b.trace, b.corner); }

} // namespace

TEST_CASE("six percent of the pedal are braking where the car slows with them") {
    for (const double noise : {0.0, 0.003})
        for (const double peak : {0.05, 0.06, 0.08, 0.11}) {
            CAPTURE(noise, peak);
            const auto f = factsOf(
                braked([=](double s) { return peak * std::clamp(std::min(s, 1.4 - s) / 0.2, 0.0, 1.0); }, noise));
            REQUIRE(f.brakeOnsetM);
            CHECK_FALSE(f.noBraking);
            REQUIRE(f.brakePeak);
            CHECK(f.brakePeak->value == Approx(peak).margin(0.012));
        }
}

TEST_CASE("a sensor's noise and a foot that rests on the pedal are no braking") {
    const auto noisy = factsOf(braked([](double) { return 0.0; }, 0.012));
    CHECK_FALSE(noisy.brakeOnsetM);
    CHECK(noisy.noBraking);
    auto both = braked([](double s) { return s < 1.2 ? 0.06 : 0.0; }, 0);
    for (auto& throttle : both.trace.throttle) throttle = std::max(throttle, 0.6); // both feet at once
    for (auto& gain : both.trace.ax) gain = std::max(gain, -0.1);
    CHECK_FALSE(factsOf(both).brakeOnsetM);
}

TEST_CASE("levels at which the brake is held are facts, and so is what is left of it at turn-in") {
    // Nine tenths, let off to four, held for a second, and away.
    const auto b = braked(
        [](double s) {
            if (s < 0.15) return s / 0.15 * 0.9;
            if (s < 0.6) return 0.9;
            if (s < 0.8) return 0.9 - (s - 0.6) / 0.2 * 0.5;
            return s < 2.6 ? 0.4 : std::max(0.0, 0.4 - (s - 2.6));
        },
        0.002);
    const auto f = factsOf(b);
    REQUIRE(f.brakeHeld.size() >= 2);
    CHECK(f.brakeHeld.front().low == Approx(0.9).margin(0.03));
    CHECK(f.brakeHeld.back().low == Approx(0.4).margin(0.03));
    REQUIRE(f.brakeAtTurnIn);
    CHECK(f.brakeAtTurnIn->value == Approx(sampleAt(b.trace.s, b.trace.brake, b.corner.turnInM)).margin(0.03));
}

TEST_CASE("a percentage is held against the level that it speaks of") {
    ClaimFacts facts;
    ClaimCorner c;
    c.number = 1, c.name = "Mudlark", c.direction = "left", c.kind = "hairpin";
    c.facts.numbers = {{"brake_onset_m", 640}, {"brake_peak_pct", 91}, {"brake_at_turn_in_pct", 38},
                       {"turn_in_m", 705},     {"apex_m", 757},        {"min_gear", 2},
                       {"trail_m", 36}};
    c.facts.brakes = true, c.facts.held = std::vector<Lift>{{650, 670, 90}, {680, 700, 42}};
    facts.corners = {c};
    const ClaimReader reader(facts);
    const auto verdictOf = [&](const char* text, double said) {
        for (const auto& claim : reader.read(text, 1))
            if (claim.kind == ClaimKind::BrakePct && claim.said.number == said) return std::string(key(claim.verdict));
        return std::string("none");
    };
    CHECK(verdictOf("I peak at 90 percent, then hold 40 percent.", 90) == "agrees");
    CHECK(verdictOf("I peak at 90 percent, then hold 40 percent.", 40) == "agrees");
    CHECK(verdictOf("I peak at 90 percent, then hold 60 percent.", 60) == "differs");
    CHECK(verdictOf("I am at 38 percent brake at turn in.", 38) == "agrees");
    CHECK(verdictOf("I am at 70 percent brake at turn in.", 70) == "differs");
    CHECK(verdictOf("I trail 20 percent brake to the apex.", 20) == "agrees");
    CHECK(verdictOf("I brake with 60 percent.", 60) == "differs");
    auto bare = facts;
    bare.corners[0].facts.held.reset(), bare.corners[0].facts.numbers.erase("brake_at_turn_in_pct");
    const ClaimReader without(bare);
    for (const auto& claim : without.read("I peak at 90 percent, then hold 60 percent.", 1))
        if (claim.said.number == 60.0) CHECK(claim.verdict == Verdict::Unknown);
}

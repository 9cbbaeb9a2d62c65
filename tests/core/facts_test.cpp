// SPDX-License-Identifier: GPL-3.0-or-later
// Facts of one corner on a lap made by hand, where every answer is known.
#include "core/corner/corner.h"
#include "core/corner/spread.h"

#include <catch2/catch.hpp>
#include <functional>

using namespace hl;

namespace {

/// Two hundred metres before a corner at 300 m, driven at 40 m/s down to 20, a hundred samples a second.
LapTrace lapWith(const std::function<double(double seconds)>& brake,
                 const std::function<double(double seconds)>& throttle) {
    LapTrace t;
    t.lengthM = 1000;
    double s = 0, v = 40;
    for (int i = 0; i < 2000; ++i) {
        const double at = i * 0.01, b = brake(at);
        t.t.push_back(at), t.s.push_back(s), t.v.push_back(v);
        t.brake.push_back(b), t.throttle.push_back(throttle(at));
        t.ax.push_back(-12 * b), t.gear.push_back(3), t.rpm.push_back(v * 150);
        t.curvature.push_back(0), t.heading.push_back(0);
        v = std::max(20.0, v - 12 * b * 0.01), s += v * 0.01;
    }
    return t;
}

Corner cornerAt(double turnIn, double apex, double end) {
    Corner c;
    c.startM = 20, c.turnInM = turnIn, c.apexM = apex, c.endM = end;
    return c;
}

double ramp(double at, double from, double to) { return std::clamp((at - from) / (to - from), 0.0, 1.0); }
double closed(double) { return 0; }

} // namespace

TEST_CASE("the shape of the braking is named as people name it") {
    struct Case {
        const char* shape;
        std::function<double(double)> brake;
    };
    const Case cases[] = {
        {"stamp and bleed", [](double t) { return 0.9 * (ramp(t, 2, 2.15) - ramp(t, 2.8, 4.2)); }},
        {"even", [](double t) { return 0.7 * (ramp(t, 2, 2.2) - ramp(t, 4, 4.2)); }},
        {"dab", [](double t) { return 0.6 * (ramp(t, 2, 2.1) - ramp(t, 2.25, 2.35)); }},
        {"drag", [](double t) { return 0.25 * (ramp(t, 2, 2.2) - ramp(t, 4, 4.4)); }},
        {"two-stage",
         [](double t) {
             return 0.8 * (ramp(t, 2, 2.2) - ramp(t, 2.7, 2.8)) + 0.5 * (ramp(t, 3, 3.15) - ramp(t, 3.6, 3.9));
         }},
        {"none", [](double) { return 0.0; }},
    };
    for (const auto& c : cases) {
        const auto t = lapWith(c.brake, closed);
        const auto f = measure(t, cornerAt(150, 170, 260));
        INFO(c.shape);
        CHECK(f.brakeShape == c.shape);
    }
}

TEST_CASE("the braking's own figures are those it was made with") {
    const auto t = lapWith([](double s) { return 0.8 * (ramp(s, 2, 2.2) - ramp(s, 3, 4)); }, closed);
    const auto f = measure(t, cornerAt(sampleAt(t.t, t.s, 3.5), 170, 260));
    REQUIRE(f.brakeToPeakS);
    CHECK(f.brakeToPeakS->value == Approx(0.18).margin(0.03)); // nine tenths of a ramp of 0.2 s
    REQUIRE(f.brakeHalfM);
    CHECK(f.brakeHalfM->value == Approx(sampleAt(t.t, t.s, 3.5)).margin(1.5));
    REQUIRE(f.deceleration);
    CHECK(f.deceleration->value == Approx(0.8 * 12).margin(0.3));
    REQUIRE(f.trailShare);
    const double length = sampleAt(t.t, t.s, 4.0) - sampleAt(t.t, t.s, 2.0),
                 after = sampleAt(t.t, t.s, 4.0) - sampleAt(t.t, t.s, 3.5);
    CHECK(f.trailShare->value == Approx(after / length).margin(0.05));
}

TEST_CASE("a throttle that is held is a plateau with its level, and neither pedal is coasting") {
    const auto t = lapWith([](double s) { return 0.8 * (ramp(s, 2, 2.1) - ramp(s, 3, 3.2)); },
                           [](double s) { return s < 1.9 ? 1 : 0.4 * ramp(s, 4.2, 4.4) + 0.6 * ramp(s, 5.2, 5.5); });
    const auto f = measure(t, cornerAt(sampleAt(t.t, t.s, 2.9), sampleAt(t.t, t.s, 3.8), sampleAt(t.t, t.s, 6)));
    REQUIRE(f.plateaus.size() == 1);
    CHECK(f.plateaus[0].low == Approx(0.4).margin(0.03));
    CHECK(f.plateaus[0].fromM == Approx(sampleAt(t.t, t.s, 4.4)).margin(2));
    CHECK(f.plateaus[0].toM == Approx(sampleAt(t.t, t.s, 5.2)).margin(2));
    REQUIRE(f.coastS);
    CHECK(f.coastS->value == Approx(1.0 + 0.1).margin(0.12)); // 3.2 to 4.2, and the change of feet before the braking
}

TEST_CASE("the spread over laps is the median and the outermost, and needs two laps") {
    std::vector<CornerFacts> laps(5);
    for (std::size_t i = 0; i < 4; ++i)
        laps[i].brakeOnsetM = Measured{1243 + 2.0 * static_cast<double>(i), 0.5}; // one lap could not tell
    const auto s = spreadOf(laps, &CornerFacts::brakeOnsetM);
    REQUIRE(s);
    CHECK(s->median == 1246);
    CHECK(s->low == 1243);
    CHECK(s->high == 1249);
    CHECK(s->laps == 4);
    CHECK_FALSE(spreadOf(laps, &CornerFacts::minSpeed));
    laps.resize(1);
    CHECK_FALSE(spreadOf(laps, &CornerFacts::brakeOnsetM));
}

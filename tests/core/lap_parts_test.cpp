// SPDX-License-Identifier: GPL-3.0-or-later
// Presses of a pedal, and the lap as it is usually driven, on traces made for it.
#include "core/corner/pedal_ramp.h"
#include "core/judge/advice_for.h"
#include "core/lap/usual_lap.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

/// Pressed from `onset` over `ramp` metres up to `peak`, held, and let off over `ramp` metres until `release`.
double pressed(double s, double onset, double release, double ramp, double peak) {
    if (s <= onset || s >= release) return 0;
    return peak * std::min({1.0, (s - onset) / ramp, (release - s) / ramp});
}

struct Pedal {
    std::vector<double> s, v;
    Pedal(double length, double step, const std::function<double(double)>& value) {
        for (double at = 0; at <= length; at += step) s.push_back(at), v.push_back(value(at));
    }
    std::vector<Press> all(double least = 0.1) const { return presses(s, v, s.front(), s.back(), least); }
};

LapTrace evenLap(double startS, double metres, const std::function<double(double)>& speed) {
    LapTrace t;
    t.lap.start = at<LogTime>(startS), t.lengthM = metres;
    for (double s = 0; s <= metres; s += 5) t.s.push_back(s), t.v.push_back(speed(s));
    return t;
}

} // namespace

TEST_CASE("a press is found where the foot began and ended, at any spacing of the samples") {
    for (const double step : {0.4, 1.0, 2.3})
        for (const double ramp : {6.0, 15.0, 40.0})
            for (const double peak : {0.2, 0.65, 1.0}) {
                const Pedal p(400, step, [&](double s) { return pressed(s, 101.3, 240.7, ramp, peak); });
                const auto found = p.all();
                INFO(step << " m, ramp " << ramp << ", peak " << peak);
                REQUIRE(found.size() == 1);
                CHECK(found[0].onsetM == Approx(101.3).margin(2 * step + 0.03 * ramp / peak));
                CHECK(found[0].releaseM == Approx(240.7).margin(2 * step + 0.03 * ramp / peak));
                CHECK(found[0].peak == Approx(peak).margin(0.02));
                CHECK(found[0].onsetUncertaintyM > 0);
                CHECK(found[0].first < found[0].last);
            }
}

TEST_CASE("two presses are two, a flicker between is none, and a foot that rests presses nothing") {
    const auto twice = [](double s) { return pressed(s, 50, 90, 8, 0.8) + pressed(s, 150, 200, 8, 0.5); };
    CHECK(Pedal(300, 1, twice).all().size() == 2);
    CHECK(Pedal(300, 1, twice).all(0.6).size() == 1); // of at least so much
    const Pedal flickers(300, 1, [](double s) { return s == 120 ? 0.0 : pressed(s, 80, 180, 10, 0.9); });
    CHECK(flickers.all().size() == 1);
    CHECK(Pedal(300, 1, [](double) { return 0.02; }).all().empty());
    CHECK(Pedal(300, 1, [](double) { return 0.0; }).all().empty());
    const Pedal always(300, 1, [](double) { return 1.0; }); // on before it begins, on when it ends
    REQUIRE(always.all().size() == 1);
    CHECK(always.all()[0].onsetM == 0);
    std::mt19937 random(2);
    std::uniform_real_distribution<double> noise(-0.02, 0.02);
    const Pedal noisy(300, 0.5, [&](double s) { return std::max(0.0, pressed(s, 100, 200, 20, 0.7) + noise(random)); });
    REQUIRE(noisy.all().size() == 1);
    CHECK(noisy.all()[0].onsetM == Approx(100).margin(5));
    CHECK(noisy.all()[0].releaseM == Approx(200).margin(5));
}

TEST_CASE("the usual lap is the middle of all, whatever one of them did") {
    const auto usualSpeed = [](double s) { return 40 + 10 * std::sin(s / 60); };
    const auto lap = evenLap(0, 900, usualSpeed);
    std::vector<LapTrace> others;
    for (int k = 1; k <= 4; ++k)
        others.push_back(evenLap(100 * k, 900, [&](double s) { return usualSpeed(s) + (k % 2 == 0 ? 0.2 : -0.2); }));
    others.push_back(evenLap(900, 900, [](double) { return 5.0; })); // behind the safety car
    const auto usual = usualLap(lap, others);
    for (std::size_t i = 0; i < usual.s.size(); ++i) CHECK(usual.v[i] == Approx(usualSpeed(usual.s[i])).margin(0.21));
    // One lap more has no middle with it, and it is no other of itself.
    CHECK(usualLap(lap, {}).v == lap.v);
    CHECK(usualLap(lap, {others[0]}).v == lap.v);
    CHECK(usualLap(lap, {lap, lap, lap}).v == lap.v);
    auto without = others;
    for (auto& o : without) o.v.clear();
    CHECK(usualLap(lap, without).v == lap.v);
}

TEST_CASE("what is advised instead of a fault has a row, and what is no fault has none") {
    for (const auto* kind : {"pedals-on-and-off", "slowed-too-much", "early-apex", "power-then-lift", "power-as-switch",
                             "counter-steer", "long-coast", "braking-given-away", "brake-in-steps", "limiter",
                             "early-shift", "road-unused", "over-the-limit"}) {
        Fault f;
        f.kind = kind;
        const auto advice = adviceFor(f);
        INFO(kind);
        REQUIRE(advice);
        CHECK_FALSE(advice->advised.empty());
        CHECK(advice->topic != Topic::Free);
    }
    Fault none;
    CHECK_FALSE(adviceFor(none));
    none.kind = "long";
    CHECK_FALSE(adviceFor(none));
}

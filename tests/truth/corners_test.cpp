// SPDX-License-Identifier: GPL-3.0-or-later
// The analysis on simulated drives whose events are known exactly.
#include "support/driven.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::Driven;
using hl::testing::must;

namespace {

const Driven& saltmarrow() {
    static const Driven d = hl::testing::driven(standin::saltmarrowRing(), {}, 3, 7);
    return d;
}

struct Analysed {
    LapTrace trace;
    std::vector<Corner> corners;
    std::vector<CornerFacts> facts;
};

Analysed analysed(const Driven& d, int lap, bool withTrack) {
    const Track* track = withTrack ? &d.track : nullptr;
    Analysed a;
    a.trace = must(traceOf(d.log, d.laps, must(numbered(d.laps, lap)), track));
    a.corners = must(findCorners(a.trace, track));
    a.facts = measureAll(a.trace, a.corners);
    return a;
}

} // namespace

TEST_CASE("lap times are right within 10 ms") {
    const auto& d = saltmarrow();
    std::vector<double> found;
    for (const auto& lap : d.laps.laps)
        if (lap.complete) found.push_back(lap.time.count());
    REQUIRE(found.size() == d.drive.lapTimes.size());
    for (std::size_t i = 0; i < found.size(); ++i) CHECK(found[i] == Approx(d.drive.lapTimes[i]).margin(0.010));
    CHECK(d.laps.laps.front().number == 0); // the out lap
    CHECK_FALSE(d.laps.laps.front().complete);
}

TEST_CASE("all eleven corners are found, none invented, on every lap") {
    const auto& d = saltmarrow();
    for (int lap = 1; lap <= 3; ++lap) {
        const auto a = analysed(d, lap, true);
        const auto truth = d.truthOf(lap);
        REQUIRE(a.corners.size() == 11);
        REQUIRE(truth.size() == 11);
        for (std::size_t i = 0; i < 11; ++i) {
            INFO("lap " << lap << " corner " << truth[i].name);
            CHECK(a.corners[i].name == truth[i].name);
            CHECK((a.corners[i].side == Side::Left) == truth[i].left);
            CHECK(a.corners[i].apexM == Approx(truth[i].apex).margin(5));
        }
    }
}

TEST_CASE("brakes, shifts, speeds and power are where the car had them") {
    const auto& d = saltmarrow();
    for (int lap = 1; lap <= 3; ++lap) {
        const auto a = analysed(d, lap, true);
        const auto truth = d.truthOf(lap);
        REQUIRE(a.corners.size() == truth.size());
        for (std::size_t i = 0; i < truth.size(); ++i) {
            INFO("lap " << lap << " corner " << truth[i].name);
            const auto& f = a.facts[i];
            const auto& t = truth[i];
            CHECK(f.brakeOnsetM.has_value() == t.braked);
            if (t.braked && f.brakeOnsetM) {
                CHECK(f.brakeOnsetM->value == Approx(t.brakeOnset).margin(3));
                CHECK(f.brakeReleaseM->value == Approx(t.brakeRelease).margin(4));
                CHECK(f.brakePeak->value == Approx(t.brakePeak).margin(0.02));
            }
            CHECK(f.minSpeed->value == Approx(t.minSpeed).margin(0.4));
            if (f.throttlePickupM) CHECK(f.throttlePickupM->value == Approx(t.power).margin(5));
            CHECK(f.lifts.empty() == !t.lifted);
        }
    }
}

TEST_CASE("every shift is found and none invented") {
    const auto& d = saltmarrow();
    const double length = d.circuit.length;
    for (int lap = 1; lap <= 3; ++lap) {
        const auto a = analysed(d, lap, true);
        std::vector<standin::GearChange> real; // on this lap's metres, with a little of the laps around it
        for (auto g : d.drive.shifts) {
            g.s -= lap * length;
            if (g.s > -300 && g.s < length + 300) real.push_back(g);
        }
        std::vector<Shift> found;
        for (const auto& f : a.facts) found.insert(found.end(), f.shifts.begin(), f.shifts.end());
        const auto same = [](const Shift& s, const standin::GearChange& g) {
            return s.from == g.from && s.to == g.to && std::abs(s.atM - g.s) < 3;
        };
        for (const auto& g : real) {
            INFO("lap " << lap << " " << g.from << ">" << g.to << " at " << g.s);
            const bool inside = std::any_of(a.corners.begin(), a.corners.end(),
                                            [&](const Corner& c) { return g.s > c.startM + 1 && g.s < c.endM - 1; });
            if (inside) CHECK(std::any_of(found.begin(), found.end(), [&](const Shift& s) { return same(s, g); }));
        }
        for (const auto& s : found) {
            INFO("lap " << lap << " found " << s.from << ">" << s.to << " at " << s.atM);
            CHECK(std::any_of(real.begin(), real.end(), [&](const standin::GearChange& g) { return same(s, g); }));
        }
    }
}

TEST_CASE("without a track file the same corners are found") {
    const auto& d = saltmarrow();
    const auto a = analysed(d, 2, false);
    const auto truth = d.truthOf(2);
    REQUIRE(a.corners.size() == 11);
    for (std::size_t i = 0; i < 11; ++i) {
        INFO(truth[i].name);
        CHECK((a.corners[i].side == Side::Left) == truth[i].left);
        // Without edges the apex is the middle of the tightest part, and metres are the driven ones.
        CHECK(a.corners[i].apexM == Approx(truth[i].apex).margin(16));
        CHECK(a.facts[i].brakeOnsetM.has_value() == truth[i].braked);
    }
}

TEST_CASE("facts stay where they belong when clock, rate or line are others") {
    const auto base = analysed(saltmarrow(), 2, true);
    standin::LogOptions slow;
    slow.rateHz = 50, slow.startAt = 11.03;
    const auto other = hl::testing::driven(standin::saltmarrowRing(), {}, 3, 7, slow);
    const auto a = analysed(other, 2, true);
    REQUIRE(a.corners.size() == base.corners.size());
    for (std::size_t i = 0; i < a.corners.size(); ++i) {
        CHECK(a.corners[i].apexM == Approx(base.corners[i].apexM).margin(3));
        CHECK(a.facts[i].minSpeed->value == Approx(base.facts[i].minSpeed->value).margin(0.3));
        if (base.facts[i].brakeOnsetM)
            CHECK(a.facts[i].brakeOnsetM->value == Approx(base.facts[i].brakeOnsetM->value).margin(3));
    }
}

TEST_CASE("mirrored, the circuit has the same corners the other way round") {
    const auto ring = standin::saltmarrowRing();
    auto turns = ring.turns;
    for (auto& t : turns) t.angleDeg = -t.angleDeg;
    const auto mirrored = hl::testing::driven(standin::buildRing(turns, 300, 6), {}, 2, 3);
    const auto plain = hl::testing::driven(standin::buildRing(ring.turns, 300, 6), {}, 2, 3);
    const auto a = analysed(mirrored, 1, true), b = analysed(plain, 1, true);
    REQUIRE(a.corners.size() == b.corners.size());
    for (std::size_t i = 0; i < a.corners.size(); ++i) {
        CHECK(a.corners[i].side != b.corners[i].side);
        CHECK(a.corners[i].apexM == Approx(b.corners[i].apexM).margin(3));
    }
}

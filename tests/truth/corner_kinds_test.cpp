// SPDX-License-Identifier: GPL-3.0-or-later
// Rings built of one known thing: it must be seen for what it is, from the road's shape and from the driven line.
#include "core/corner/wheel_facts.h"
#include "standins/random_ring.h"
#include "support/driven.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::driven;
using hl::testing::must;

namespace {

standin::Turn turn(double angle, double in, double out, double straight, double ease = 15) {
    return {{}, angle, in, out, ease, ease, straight, 0, 0, 0};
}

struct Seen {
    hl::testing::Driven d;
    LapTrace lap;
    std::vector<Corner> corners;
    std::vector<CornerFacts> facts;
};

Seen seen(std::vector<standin::Turn> turns, double last = 300, standin::Driver driver = {}) {
    driver.liftInCorner = driver.earlyBrakeCorner = 0;
    Seen s{driven(standin::buildRing(std::move(turns), last, 5.5), driver, 2, 5), {}, {}, {}};
    s.lap = must(traceOf(s.d.log, s.d.laps, must(numbered(s.d.laps, 1)), &s.d.track));
    s.corners = must(findCorners(s.lap, &s.d.track));
    s.facts = measureAll(s.lap, s.corners, &s.d.track, 1.72);
    return s;
}

} // namespace

TEST_CASE("hairpin, chicane and bends are told apart") {
    const auto s = seen({turn(-90, 50, 50, 300), turn(50, 30, 30, 220, 10), turn(-50, 30, 30, 145, 10),
                         turn(-90, 50, 50, 200), turn(-90, 60, 60, 250), turn(-90, 50, 50, 300)});
    REQUIRE(s.corners.size() == 6);
    CHECK(s.corners[0].kind == "bend");
    CHECK(s.corners[0].complex == 0);
    CHECK(complexLabel(s.corners, s.corners[1].id) == "2-3");
    CHECK(s.corners[1].complexKind == "chicane");
    CHECK(s.corners[2].complexKind == "chicane");
    const auto h = seen({turn(-165, 24, 24, 350), turn(-97, 60, 60, 280), turn(-98, 60, 60, 120)}, 150);
    REQUIRE(h.corners.size() == 3);
    CHECK(h.corners[0].kind == "hairpin");
    CHECK(h.corners[1].kind == "bend");
}

TEST_CASE("a bend that tightens and one that opens are told apart") {
    const auto s =
        seen({turn(-120, 90, 32, 350), turn(-60, 60, 60, 300), turn(-120, 32, 90, 350), turn(-60, 60, 60, 300)});
    REQUIRE(s.corners.size() == 4);
    CHECK(s.corners[0].kind == "tightening"); // the road, though the driven line evens it out
    CHECK(s.corners[2].kind == "opening");
    CHECK(s.corners[1].kind == "bend");
}

TEST_CASE("a kink taken flat stays a corner and is marked so; a slighter one nobody would name is none") {
    auto s = seen({turn(-90, 40, 40, 350), turn(-38, 320, 320, 300, 30), turn(-90, 40, 40, 300), turn(-90, 40, 40, 300),
                   turn(-52, 40, 40, 300)});
    REQUIRE(s.corners.size() == 5);
    CHECK_FALSE(s.corners[1].flat); // this driver lifts
    const auto kink = s.corners[1];
    for (std::size_t i = 0; i < s.lap.s.size(); ++i)
        if (s.lap.s[i] > kink.turnInM - 120 && s.lap.s[i] < kink.endM) s.lap.throttle[i] = 1, s.lap.brake[i] = 0;
    const auto flat = must(findCorners(s.lap, &s.d.track));
    REQUIRE(flat.size() == 5);
    CHECK(flat[1].flat);
    CHECK(flat[1].kind == "kink");
    CHECK_FALSE(flat[0].flat);
    for (const double degrees : {16.0, 22.0, 27.0}) {
        auto slight = seen({turn(-90, 40, 40, 350), turn(-degrees, 172, 172, 300, 20), turn(-90, 40, 40, 300),
                            turn(-90, 40, 40, 300), turn(degrees - 90, 40, 40, 300)});
        INFO(degrees);
        for (auto& v : slight.lap.throttle) v = 1; // nobody eases off for it
        for (const Track* track : std::initializer_list<const Track*>{&slight.d.track, nullptr}) {
            const auto found = must(findCorners(slight.lap, track));
            CHECK(found.size() == 4);
            for (const auto& c : found) CHECK(deg(c.angleRad) > 50);
        }
    }
}

TEST_CASE("a corner that continues its neighbour of the same side is one of its own, from the driven line alone") {
    for (const double radius : {90.0, 130.0, 170.0})
        for (const double tight : {30.0, 50.0, 80.0}) {
            INFO("40 degrees at " << radius << " m, 60 m on 94 degrees at " << tight << " m");
            const auto s = seen({turn(-60, 60, 60, 200, 20), turn(-40, radius, radius, 300, 30),
                                 turn(-94, tight, tight, 60, std::min(30.0, 0.35 * tight)), turn(-100, 70, 70, 400, 20),
                                 turn(-66, 90, 90, 300, 20)});
            const auto alone =
                must(findCorners(must(traceOf(s.d.log, s.d.laps, must(numbered(s.d.laps, 1)), nullptr)), nullptr));
            REQUIRE(alone.size() == 5);
            CHECK(deg(alone[1].angleRad) == Approx(40).margin(15));
            CHECK(deg(alone[2].angleRad) == Approx(94).margin(15));
        }
}

TEST_CASE("the long bends of an oval are corners") {
    for (const double radius : {160.0, 300.0}) {
        const auto s = seen({turn(-180, radius, radius, 200, 50), turn(-180, radius, radius, 400, 50)}, 200);
        INFO(radius);
        REQUIRE(s.corners.size() == 2);
        for (const auto& c : s.corners) {
            CHECK(deg(c.angleRad) == Approx(180).margin(15));
            CHECK(c.kind == "sweeper");
        }
    }
}

TEST_CASE("corners found on the road are those that were built, whatever the ring") {
    int wanted = 0, found = 0, invented = 0;
    for (const auto family : standin::kRingFamilies) {
        const auto circuit = standin::randomRing(family, 11);
        standin::Driver driver;
        driver.liftInCorner = driver.earlyBrakeCorner = 0;
        hl::testing::Driven d{
            circuit, standin::drive(circuit, standin::randomCar(family, 11), driver, 1, 3), {}, {}, {}};
        d.log = must(importText(standin::csvLog(d.circuit, d.drive, {}), "drive.csv"));
        d.track = must(parseTrack(standin::trackGeoJson(d.circuit), "ring.geojson"));
        moveToPlane(d.log, d.track);
        d.laps = must(findLaps(d.log, &d.track));
        const auto lap = must(traceOf(d.log, d.laps, must(numbered(d.laps, 1)), &d.track));
        const auto corners = must(findCorners(lap, &d.track));
        std::vector<bool> taken(corners.size());
        for (const auto& t : circuit.turns) {
            ++wanted;
            for (std::size_t i = 0; i < corners.size(); ++i)
                if (!taken[i] && (corners[i].side == Side::Left) == (t.angleDeg > 0) &&
                    corners[i].apexM > t.arcFrom - 40 && corners[i].apexM < t.arcTo + 40) {
                    taken[i] = true, ++found;
                    break;
                }
        }
        invented += static_cast<int>(std::count(taken.begin(), taken.end(), false));
    }
    CHECK(wanted > 30);
    CHECK(found >= 0.97 * wanted);
    CHECK(invented <= 1);
}

TEST_CASE("wheels over the edge are told with their side, how far, and the kerb there") {
    auto s = seen({turn(-90, 50, 50, 300), turn(-90, 50, 50, 300), turn(-90, 50, 50, 300), turn(-90, 50, 50, 300)});
    const auto& c = s.corners[1];
    const auto edge = frameAt(s.d.track, c.apexM).right;
    for (std::size_t i = 0; i < s.lap.s.size();
         ++i) // the right wheels half a metre over the right edge around the apex
        s.lap.lateral[i] = std::abs(s.lap.s[i] - c.apexM) < 12 ? -(edge + 0.5 - 1.72 / 2) : 0;
    s.d.track.kerbs = {{c.apexM - 20, c.apexM + 20, false, 0.06}};
    const auto f = measureAll(s.lap, s.corners, &s.d.track, 1.72);
    REQUIRE(f[1].wheelsOver.size() == 1);
    const auto& w = f[1].wheelsOver[0];
    CHECK_FALSE(w.leftWheels);
    CHECK_FALSE(w.leftEdge);
    CHECK(w.kerb);
    CHECK(w.mostM == Approx(0.5).margin(0.15));
    CHECK(w.fromM == Approx(c.apexM - 12).margin(2));
    CHECK(w.toM == Approx(c.apexM + 12).margin(2));
    REQUIRE(f[1].limitM);
    CHECK(f[1].limitM->value == Approx(1.72 - 0.5).margin(0.15)); // the left wheels are still on the road
    REQUIRE(f[0].limitM);
    CHECK(f[0].limitM->value > 2);
    const auto blind = measureAll(s.lap, s.corners); // without edges
    CHECK(blind[1].wheelsOver.empty());
    CHECK(blind[1].unmeasured.contains("wheels_over"));
}

TEST_CASE("a kerb without a map is felt in the vertical acceleration") {
    auto s = seen({turn(-90, 50, 50, 300), turn(-90, 50, 50, 300), turn(-90, 50, 50, 300), turn(-90, 50, 50, 300)});
    const double at = s.corners[2].apexM;
    for (std::size_t i = 0; i < s.lap.s.size(); ++i)
        if (std::abs(s.lap.s[i] - at) < 10) s.lap.az[i] += 12 * std::sin(4 * s.lap.s[i]);
    const auto f = measureAll(s.lap, s.corners);
    REQUIRE(f[2].jolts.size() >= 1);
    CHECK(f[2].jolts[0].fromM == Approx(at - 10).margin(6));
    CHECK(f[2].jolts[0].low > 2.2);
}

TEST_CASE("the steering a car needs is learned, and turning more than it asks is told as rotation") {
    auto s = seen({turn(-90, 50, 50, 300), turn(80, 40, 40, 250), turn(-120, 60, 60, 300), turn(-110, 35, 35, 300),
                   turn(-120, 50, 50, 280)});
    const auto wide = lapWide(s.lap);
    REQUIRE(wide.steering);
    const double k = 1 / 60.0, v = 20; // the car of the drive: wheelbase and steering ratio
    const double truth =
        std::atan(s.d.drive.car.wheelbaseM * k) * s.d.drive.car.steeringRatio * (1 + 0.0006 * v * v / 10);
    CHECK(wide.steering->at(v, k) == Approx(truth).epsilon(0.1));
    const auto calm = measureAll(s.lap, s.corners);
    const auto& c = s.corners[2];
    for (std::size_t i = 0; i < s.lap.s.size();
         ++i) // the wheel taken back by a quarter of a radian after the apex, the path the same
        if (s.lap.s[i] > c.apexM && s.lap.s[i] < c.apexM + 15)
            s.lap.steering[i] -= (c.side == Side::Left ? 1 : -1) * 0.25;
    const auto loose = measureAll(s.lap, s.corners);
    REQUIRE(loose[2].slipRad);
    CHECK(loose[2].slipRad->value == Approx(0.25).margin(0.1));
    CHECK(std::abs(calm[2].slipRad->value) < 0.15);
    REQUIRE(calm[0].steerOnsetM);
    CHECK(calm[0].steerOnsetM->value < s.corners[0].apexM);
    CHECK(calm[0].steerOnsetM->value > s.corners[0].apexM - 120);
}

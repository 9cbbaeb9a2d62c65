// SPDX-License-Identifier: GPL-3.0-or-later
// What must not change the facts does not: another timing line, a mirror, other units, another rate, another clock.
#include "core/lap/learn_road.h"
#include "support/driven.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::must;

namespace {

struct Measuring {
    LapTrace lap;
    std::vector<Corner> corners;
    std::vector<CornerFacts> facts;
};

Measuring measuredOn(const CarLog& log, const LapList& laps, const Track* track, int number) {
    Measuring m;
    m.lap = must(traceOf(log, laps, must(numbered(laps, number)), track));
    m.corners = must(findCorners(m.lap, track));
    m.facts = measureAll(m.lap, m.corners, track);
    return m;
}

standin::Driver tidy() {
    standin::Driver d;
    d.liftInCorner = d.earlyBrakeCorner = 0;
    return d;
}

const hl::testing::Driven& base() {
    static const auto d = hl::testing::driven(standin::saltmarrowRing(), tidy(), 3, 21);
    return d;
}

/// Every place fact of `b` is that of `a`, moved by `byM`; other facts the same.
void same(const Measuring& a, const Measuring& b, double byM, double length, double marginM) {
    REQUIRE(a.corners.size() == b.corners.size());
    for (std::size_t i = 0; i < a.corners.size(); ++i) {
        std::size_t k = b.corners.size();
        for (std::size_t j = 0; j < b.corners.size(); ++j)
            if (std::abs(std::remainder(b.corners[j].apexM - a.corners[i].apexM - byM, length)) < 10) k = j;
        INFO("corner " << a.corners[i].number << " at " << a.corners[i].apexM);
        REQUIRE(k < b.corners.size());
        const auto &f = a.facts[i], &g = b.facts[k];
        const auto place = [&](const char* what, const std::optional<Measured>& x, const std::optional<Measured>& y) {
            INFO(what);
            CHECK(x.has_value() == y.has_value());
            if (x && y)
                CHECK(std::remainder(y->value - x->value - byM, length) ==
                      Approx(0).margin(std::max(marginM, x->uncertainty + y->uncertainty)));
        };
        place("onset", f.brakeOnsetM, g.brakeOnsetM), place("release", f.brakeReleaseM, g.brakeReleaseM),
            place("power", f.throttlePickupM, g.throttlePickupM);
        REQUIRE(f.minSpeed);
        REQUIRE(g.minSpeed);
        CHECK(g.minSpeed->value == Approx(f.minSpeed->value).margin(0.3));
        if (f.brakePeak && g.brakePeak) CHECK(g.brakePeak->value == Approx(f.brakePeak->value).margin(0.03));
        CHECK(g.minGear == f.minGear);
        CHECK(g.brakeShape == f.brakeShape);
    }
}

} // namespace

TEST_CASE("with the timing line elsewhere every fact stays at its place on the road") {
    const auto& d = base();
    auto moved = d.track; // the ring begun 600 m further on, in the middle of a straight
    const double by = 600;
    const auto first = static_cast<std::ptrdiff_t>(locate(moved.s, by).i + 1);
    for (auto* column : {&moved.s, &moved.x, &moved.y, &moved.z, &moved.left, &moved.right})
        std::rotate(column->begin(), column->begin() + first, column->end());
    const double shift = moved.s.front();
    for (double& s : moved.s) s = wrapped(s - shift, moved.lengthM);
    moved.corners.clear();
    const auto laps = must(findLaps(d.log, &moved));
    // its lap 1 begins `shift` metres into the old lap 1 and ends in lap 2: facts of the old lap 1 after the new line
    auto a = measuredOn(d.log, d.laps, &d.track, 1), b = measuredOn(d.log, laps, &moved, 1);
    std::vector<std::size_t> keep;
    Measuring after;
    after.lap = a.lap;
    for (std::size_t i = 0; i < a.corners.size(); ++i)
        if (a.corners[i].startM > shift) after.corners.push_back(a.corners[i]), after.facts.push_back(a.facts[i]);
    Measuring same1 = b;
    same1.corners.resize(after.corners.size()), same1.facts.resize(after.corners.size());
    REQUIRE(after.corners.size() >= 8);
    same(after, same1, -shift, moved.lengthM, 0.6);
    CHECK(b.corners.size() == a.corners.size());
}

TEST_CASE("units, rate and clock do not matter") {
    const auto& d = base();
    const auto a = measuredOn(d.log, d.laps, &d.track, 2);
    standin::LogOptions how;
    how.seed = 21;
    SECTION("a constant added to the time") {
        how.startAt = 37.37;
        auto other = hl::testing::driven(standin::saltmarrowRing(), tidy(), 3, 21, how);
        for (double& t : other.log[Channel::Time]) t += 86000; // as a clock of the day has it
        other.laps = must(findLaps(other.log, &other.track));
        same(a, measuredOn(other.log, other.laps, &other.track, 2), 0, d.track.lengthM, 0.8);
    }
    SECTION("half and double the rate") {
        for (const double rate : {50.0, 200.0}) {
            how.rateHz = rate;
            const auto other = hl::testing::driven(standin::saltmarrowRing(), tidy(), 3, 21, how);
            same(a, measuredOn(other.log, other.laps, &other.track, 2), 0, d.track.lengthM, 1.5);
        }
    }
    SECTION("miles an hour, pedals from nought to one, radians") {
        auto text = standin::csvLog(d.circuit, d.drive, how);
        const auto end = text.find('\n');
        std::string out = "Time [s],Lap,Distance [m],Speed [mph],Throttle,Brake,Steering [rad],Gear,Engine speed "
                          "[rpm],Lateral acc [m/s^2],Longitudinal acc [m/s^2],Vertical acc [m/s^2],Yaw rate "
                          "[rad/s],Latitude [deg],Longitude [deg],Altitude [m]\n";
        const double factor[] = {1, 1,        1,        1 / 1.609344, 0.01,      0.01, kPi / 180, 1,
                                 1, kGravity, kGravity, kGravity,     kPi / 180, 1,    1,         1};
        std::size_t at = end + 1, column = 0;
        char cell[40];
        while (at < text.size()) {
            const auto stop = text.find_first_of(",\n", at);
            const std::string old = text.substr(at, stop - at);
            std::snprintf(cell, sizeof cell, "%.9g", std::stod(old) * factor[column]);
            out += factor[column] == 1 ? old : cell;
            out += text[stop];
            column = text[stop] == '\n' ? 0 : column + 1;
            at = stop + 1;
        }
        auto log = must(importText(out, "other-units.csv"));
        moveToPlane(log, d.track);
        const auto laps = must(findLaps(log, &d.track));
        same(a, measuredOn(log, laps, &d.track, 2), 0, d.track.lengthM, 0.3);
    }
}

TEST_CASE("without a track the road learned from the laps gives the same facts at the same places") {
    const auto& d = base();
    const auto a = measuredOn(d.log, d.laps, &d.track, 2);
    const auto b = measuredOn(d.log, d.laps, nullptr, 2);
    REQUIRE(a.corners.size() == b.corners.size());
    for (std::size_t i = 0; i < a.corners.size(); ++i) {
        CHECK(a.corners[i].side == b.corners[i].side);
        CHECK(a.facts[i].minSpeed->value == Approx(b.facts[i].minSpeed->value).margin(0.3));
        CHECK(a.facts[i].minGear == b.facts[i].minGear);
        if (a.facts[i].brakePeak && b.facts[i].brakePeak)
            CHECK(a.facts[i].brakePeak->value == Approx(b.facts[i].brakePeak->value).margin(0.02));
    }
}

TEST_CASE("without a track, metres are those that the log counts itself") {
    const auto& d = base();
    const auto truth = d.truthOf(2);
    const auto check = [&](const Measuring& m, double marginM) {
        REQUIRE(m.corners.size() == truth.size());
        for (std::size_t i = 0; i < truth.size(); ++i) {
            INFO(truth[i].name);
            if (truth[i].braked) CHECK(m.facts[i].brakeOnsetM->value == Approx(truth[i].brakeOnset).margin(marginM));
            CHECK(m.facts[i].minSpeedM->value == Approx(truth[i].minSpeedAt).margin(marginM + 2));
        }
    };
    SECTION("on the road learned from the laps") {
        const auto road = learnRoad(d.log, d.laps);
        REQUIRE(road);
        CHECK(road->lengthM == Approx(d.circuit.length).margin(1.5));
        check(measuredOn(d.log, must(findLaps(d.log, &*road)), &*road, 2), 1.5);
    }
    SECTION("of one lap alone") { check(measuredOn(d.log, must(findLaps(d.log, nullptr)), nullptr, 2), 1.0); }
    SECTION("without positions") {
        auto log = d.log;
        log[Channel::X].clear(), log[Channel::Y].clear();
        const auto laps = must(findLaps(log, nullptr));
        CHECK(laps.trackLengthM == Approx(d.circuit.length).margin(1));
        check(measuredOn(log, laps, nullptr, 2), 1.0);
    }
    SECTION("a column that is no distance of this lap is left alone") {
        auto log = d.log;
        for (double& m : log[Channel::Distance]) m *= 3.3;
        const auto laps = must(findLaps(log, nullptr));
        CHECK(laps.trackLengthM == Approx(d.circuit.length).epsilon(0.02));
    }
}

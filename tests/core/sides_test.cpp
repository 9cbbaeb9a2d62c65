// SPDX-License-Identifier: GPL-3.0-or-later
// Left and right are measured, told by something else, or said to be a guess; never mirrored without a word.
#include "core/corner/corner.h"
#include "core/lap/sides_of_road.h"
#include "core/log/repair.h"
#include "core/sync/motion.h"
#include "support/made_logs.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

struct How {
    double sign = 1; ///< of steering, lateral acceleration and yaw rate: -1 counts to the right
    bool places = false, compass = false, yaw = false;
};

std::string written(unsigned seed, const How& how, double seconds = 240) {
    std::string text = "time [s],lap,speed [m/s],throttle,brake,gear,rpm,steering [rad],lateral acc [m/s^2]";
    if (how.places) text += ",x [m],y [m]";
    if (how.compass) text += ",heading [deg]";
    if (how.yaw) text += ",yaw rate [rad/s]";
    text += "\n";
    char row[300];
    for (const auto& s : drive(seed, 50, seconds)) {
        std::snprintf(row, sizeof row, "%.3f,%.0f,%.3f,%.3f,%.3f,%.0f,%.0f,%.4f,%.4f", s.t, s.lap, s.v, s.throttle,
                      s.brake, s.gear, s.rpm, how.sign * s.steer, how.sign * s.ay);
        text += row;
        if (how.places) std::snprintf(row, sizeof row, ",%.3f,%.3f", s.x, s.y), text += row;
        if (how.compass) std::snprintf(row, sizeof row, ",%.3f", wrapped(90 - deg(s.heading), 360)), text += row;
        if (how.yaw) std::snprintf(row, sizeof row, ",%.5f", how.sign * s.yaw), text += row;
        text += "\n";
    }
    return text;
}

CarLog read(unsigned seed, const How& how) {
    auto log = importText(written(seed, how), "made.csv");
    if (!log) throw std::runtime_error(sentence(log.error()));
    return std::move(*log);
}

LapTrace lapOf(const CarLog& log, const Track* road = nullptr) {
    const auto laps = findLaps(log, road);
    return *traceOf(log, *laps, *fastest(*laps), road);
}

/// Mean lateral acceleration of the left bends of the truth: positive where left is positive.
bool leftIsPositive(const CarLog& log, unsigned seed) {
    double together = 0;
    REQUIRE(log.has(Channel::LateralAcc));
    const auto truth = drive(seed, 50, 160);
    for (std::size_t i = 0; i < truth.size(); i += 5)
        together += truth[i].ay * sampleAt(log[Channel::Time], log[Channel::LateralAcc], truth[i].t);
    return together > 0;
}

} // namespace

TEST_CASE("which way is left is measured by positions, a heading or a gyroscope") {
    for (const unsigned seed : {3u, 5u, 8u})
        for (const double sign : {1.0, -1.0}) {
            CAPTURE(seed, sign);
            for (const How how : {How{sign, true}, How{sign, false, true}}) {
                const auto log = read(seed, how);
                CHECK(log.sides.from == Sides::Measured);
                CHECK(leftIsPositive(log, seed));
            }
            CHECK(read(seed, {sign, false, false, true}).sides.from == Sides::Measured);
        }
}

TEST_CASE("without any of them it is a guess, and is told") {
    for (const double sign : {1.0, -1.0}) {
        const auto log = read(3, {sign});
        CAPTURE(sign);
        CHECK(log.sides.from == Sides::Guessed);
        CHECK_FALSE(log.sides.turned);
        CHECK(std::any_of(log.notes.begin(), log.notes.end(),
                          [](const ImportNote& n) { return n.text.find("left from right") != std::string::npos; }));
    }
}

TEST_CASE("a known road tells left from right by the order of its bends, wherever the log's own line is") {
    for (const unsigned seed : {3u, 4u, 5u, 6u, 9u, 11u, 12u, 14u})
        for (const double sign : {1.0, -1.0}) {
            CAPTURE(seed, sign);
            const auto road = roadFromTrace(lapOf(read(seed, {1, true})));
            REQUIRE(road);
            const auto fit = sidesOnRoad(lapOf(read(seed, {sign})), *road);
            CAPTURE(fit.same, fit.mirrored);
            CHECK(fit.tells());
            CHECK(fit.turned() == (sign < 0));
        }
}

TEST_CASE("what was found out turns the log round once, and is known from then on") {
    auto log = read(5, {-1});
    REQUIRE_FALSE(leftIsPositive(log, 5));
    takeSides(log, {Sides::Film, true});
    CHECK(leftIsPositive(log, 5));
    CHECK(log.sides == SidesTold{Sides::Film, true});
    CHECK_FALSE(sidesMayBeMirrored(read(5, {1, true})));
    CHECK(sidesMayBeMirrored(read(5, {1, false, false, true}))); // a gyroscope may hang upside down
    takeSides(log, {});                                          // nothing was found out
    CHECK(log.sides.from == Sides::Film);
}

TEST_CASE("the film tells left from right by which way its picture turns") {
    std::mt19937 rng(2);
    std::normal_distribution<double> noise(0, 0.05);
    for (const unsigned seed : {3u, 5u, 8u})
        for (const double sign : {1.0, -1.0}) {
            CAPTURE(seed, sign);
            PictureMotion film; // begins 20 s into the log
            for (const auto& s : drive(seed, 25, 120))
                if (s.t > 20) {
                    film.footageS.push_back(s.t - 20);
                    film.sideways.push_back(0.55 * s.yaw + noise(rng)), film.upwards.push_back(noise(rng));
                }
            ClockTie tie;
            tie.offsetS = 20;
            const auto log = read(seed, {sign});
            const auto likeness = sidesInPicture(film, log, tie);
            REQUIRE(likeness);
            CHECK((*likeness > 0) == (sign > 0));
            CHECK(std::abs(*likeness) > 0.6);
            // And the film finds its place, whichever way the log counts: in this lap, or in another that is just like
            // it.
            const auto found = syncByMotion(film, log);
            REQUIRE(found);
            const auto there = sidesInPicture(film, log, *found);
            REQUIRE(there);
            CHECK((*there > 0) == (sign > 0));
        }
    CHECK_FALSE(sidesInPicture({}, read(3, {}), {}));
}

TEST_CASE(
    "pedals and steering and lateral acceleration are judged by what they do where nothing else tells the turning") {
    for (const unsigned seed : {3u, 5u, 8u, 11u}) {
        const auto text = written(seed, {-1});
        LogInput in;
        in.bytes = sourceOf(text), in.fileName = "made.csv", in.sizeBytes = num(text.size());
        in.peek = [&text](double share, std::size_t bytes) {
            return text.substr(static_cast<std::size_t>(share * num(text.size())), bytes);
        };
        const auto shape = shapeOf(in);
        REQUIRE(shape);
        for (const auto& c : shape->columns) {
            CAPTURE(seed, c.header, c.reason);
            if (c.channel == Channel::Throttle || c.channel == Channel::Brake || c.channel == Channel::Steering ||
                c.channel == Channel::LateralAcc) {
                CHECK(c.reason.find("by its name only") == std::string::npos);
                CHECK_FALSE(c.evidence.empty());
            }
        }
    }
}

// SPDX-License-Identifier: GPL-3.0-or-later
// One arc is one corner however it was driven, and what is only passed on the brakes is none.
#include "core/corner/corner.h"
#include "support/wobbly_lap.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

std::vector<Corner> cornersOn(const WobblyLap& lap) {
    auto found = findCorners(lap.trace, nullptr);
    if (!found) throw std::runtime_error(sentence(found.error()));
    return std::move(*found);
}

} // namespace

TEST_CASE("a hairpin and a long bend are one corner each, though the driver corrects his line in them") {
    for (const double wobble : {0.0, 0.25, 0.45, 0.6})
        for (unsigned seed = 1; seed <= 12; ++seed) {
            const auto lap = wobblyLap({{300, 182, 15}, {350, -125, 40}, {300, 95, 150}}, wobble, seed);
            const auto found = foundOf(lap, cornersOn(lap));
            CAPTURE(wobble, seed, found.found, found.missed, found.invented);
            CHECK(found.missed == 0);
            CHECK(found.invented == 0);
        }
}

TEST_CASE("a bend that is passed while braking for the next corner leaves that one its braking") {
    for (const double wobble : {0.0, 0.3})
        for (unsigned seed = 1; seed <= 6; ++seed) {
            const auto lap = wobblyLap({{500, 17, 172, false}, {35, -90, 30}, {300, 60, 80}}, wobble, seed);
            const auto corners = cornersOn(lap);
            CAPTURE(wobble, seed);
            REQUIRE(corners.size() == 2);
            const auto facts = measureAll(lap.trace, corners);
            REQUIRE(facts[0].brakeOnsetM);
            CHECK(facts[0].brakeOnsetM->value < 500); // the whole braking, from before the bend
            CHECK(facts[0].minSpeed->value == Approx(std::sqrt(11 * 30.0)).margin(1.5));
        }
}

TEST_CASE("two arcs of one direction stay two where the road straightens between, and linked ones stay apart") {
    for (const double gap : {90.0, 130.0})
        for (unsigned seed = 1; seed <= 6; ++seed) {
            const auto lap = wobblyLap({{300, 70, 40}, {gap, 75, 35}, {250, -80, 45}, {30, 80, 45}}, 0.3, seed);
            const auto found = foundOf(lap, cornersOn(lap));
            CAPTURE(gap, seed, found.found, found.missed, found.invented);
            CHECK(found.missed == 0);
            CHECK(found.invented == 0);
        }
}

TEST_CASE("on roads by dice nearly every corner is found and hardly any invented") {
    FoundCorners all;
    for (unsigned seed = 100; seed < 140; ++seed) {
        const auto lap = wobblyLap(arcsByDice(seed), 0.1 * (seed % 6), seed);
        const auto found = foundOf(lap, cornersOn(lap));
        all.found += found.found, all.missed += found.missed, all.invented += found.invented;
    }
    INFO(all.found << " found, " << all.missed << " missed, " << all.invented << " invented");
    CHECK(all.f1() >= 0.98);
}

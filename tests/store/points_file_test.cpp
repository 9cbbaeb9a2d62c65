// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/film_cache.h"
#include "store/points_file.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <fstream>

using namespace hl;

TEST_CASE("pins are read in any order of columns, and what is wrong is told with its line") {
    const auto pins = parsePins("at_m;film_s;y_px;x_px\r\n812;3.5;301.25;12\r\n\r\n-4;0;1;2\r\n", "pins.csv");
    REQUIRE(pins);
    REQUIRE(pins->size() == 2);
    CHECK((*pins)[0].place.atM == 812);
    CHECK((*pins)[0].xPx == 12);
    CHECK((*pins)[0].yPx == 301.25);
    CHECK((*pins)[0].place.lateralM == 0);
    CHECK(seconds((*pins)[0].when) == 3.5);
    const auto wrong = parsePins("film_s,x_px,y_px,at_m,left_m,up_m\n1,2,3,4,5,6\n1,2,here,4,5,6\n", "pins.csv");
    REQUIRE_FALSE(wrong);
    CHECK(wrong.error().id == "points.bad-value");
    CHECK(wrong.error().where == "pins.csv:3");
    const auto lacks = parsePins("film_s,at_m\n1,2\n", "pins.csv");
    REQUIRE_FALSE(lacks);
    CHECK(lacks.error().id == "points.no-column");
    CHECK_FALSE(parsePoints("", "points.csv"));
    const auto points = parsePoints("film_s,at_m,left_m,up_m\n1,2,-5,0.5\n2,3,,\n", "points.csv");
    REQUIRE(points);
    CHECK((*points)[0].place == OnRoad{2, 2, -5, 0.5});
    CHECK((*points)[1].place == OnRoad{3, 3, 0, 0});
}

TEST_CASE("what was seen in the film comes back under its own key only, and damage counts as nothing") {
    const hl::testing::ScratchFolder dir;
    Shake shake{{0.5, 0.75}, {{0.001, -0.002, 0.003}, {0, 0.25, 0}}};
    REQUIRE(keepShake(dir.path(), "film a", shake));
    const auto back = keptShake(dir.path(), "film a");
    REQUIRE(back);
    CHECK(back->filmS == shake.filmS);
    CHECK(back->turned[1].pitch == 0.25);
    CHECK_FALSE(keptShake(dir.path(), "film b"));
    const FollowedPath path{{at<FootageTime>(1), 2, 3, 4, Held::Unsure}, {at<FootageTime>(1.5), 5, 6, 7, Held::Lost}};
    REQUIRE(keepFollowed(dir.path(), {7}, "k", path));
    const auto thing = keptFollowed(dir.path(), {7}, "k");
    REQUIRE(thing);
    CHECK((*thing)[1].held == Held::Lost);
    CHECK((*thing)[0].radiusPx == 4);
    CHECK_FALSE(keptFollowed(dir.path(), {8}, "k"));
    REQUIRE(keepBonnet(dir.path(), "k", {0.8, NAN, 0.9}));
    const auto rows = keptBonnet(dir.path(), "k");
    REQUIRE(rows);
    CHECK(std::isnan((*rows)[1]));
    CHECK((*rows)[2] == 0.9);
    std::ofstream(dir.path() / "cache" / "shake.csv", std::ios::app) << "rubbish,,\n";
    CHECK_FALSE(keptShake(dir.path(), "film a"));
}

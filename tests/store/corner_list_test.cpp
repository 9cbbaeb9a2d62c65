// SPDX-License-Identifier: GPL-3.0-or-later
// Corner lists and roads go out and come back the same; bad ones are refused with what, where and what was expected.
#include "store/corner_list.h"
#include "store/log_file.h"
#include "support/scratch_folder.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::ScratchFolder;

namespace {

LapTrace stadiumLap() {
    const auto log = hl::testing::stadiumLog({}, 100, 2, 120);
    auto laps = findLaps(log, nullptr);
    REQUIRE(laps);
    auto lap = fastest(*laps);
    REQUIRE(lap);
    auto t = traceOf(log, *laps, *lap, nullptr);
    REQUIRE(t);
    return *t;
}

std::string refused(std::string_view text) {
    const auto list = parseCornerList(text, "list.csv");
    return list ? "" : list.error().id;
}

} // namespace

TEST_CASE("a corner list is read in the common dialects") {
    for (
        const std::string_view text :
        {"number,name,side,apex_m\n1,Reed Gate,right,250.5\n2,,left,900\n",
         "\xEF\xBB\xBF"
         "Turn;Name;Direction;Apex\r\n1;\"Reed Gate\";R;250,5\r\n2;;L;900,0\r\n",
         "# made by hand\nname\tat_m\tside\nReed Gate\t250.5\tRight\n\t900\tl\n",
         R"({"type":"FeatureCollection","features":[{"type":"Feature","geometry":null,"properties":{"role":"corner","number":1,"name":"Reed Gate","side":"right","at_m":250.5}},{"type":"Feature","geometry":null,"properties":{"role":"corner","side":"left","at_m":900}}]})"}) {
        INFO(text);
        const auto list = parseCornerList(text, "list");
        REQUIRE(list);
        REQUIRE(list->size() == 2);
        CHECK((*list)[0].number == 1);
        CHECK((*list)[0].name == "Reed Gate");
        CHECK((*list)[0].apexM == 250.5);
        CHECK((*list)[0].side == Side::Right);
        CHECK((*list)[1].number == 2); // counted on
        CHECK((*list)[1].side == Side::Left);
    }
}

TEST_CASE("a bad corner list says what is wrong and where") {
    CHECK(refused("") == "corner-list.empty");
    CHECK(refused("number,apex_m\n") == "corner-list.empty");
    CHECK(refused("number,name\n1,Reed Gate\n") == "corner-list.no-place");
    CHECK(refused("number,apex_m\n1,\n") == "corner-list.no-place");
    CHECK(refused("number,apex_m\n1,near the tree\n") == "corner-list.bad-value");
    CHECK(refused("number,apex_m,side\n1,100,up\n") == "corner-list.bad-value");
    CHECK(refused("number,apex_m\n2,100\n1,200\n") == "corner-list.order");
    CHECK(refused("number,apex_m\n1,100\n2,100\n") == "corner-list.order");
    CHECK(refused("{\"features\": [") == "corner-list.not-json");
    CHECK(refused("{\"features\": 7}") == "corner-list.bad-value");
    const auto error = parseCornerList("number,apex_m\n1,100\n2,x\n", "list.csv").error();
    CHECK(error.where == "list.csv:3");
    CHECK_FALSE(error.expected.empty());
    CHECK(readCornerList("/nowhere/list.csv").error().id == "file.missing");
}

TEST_CASE("what a list leaves out is taken from the lap") {
    const auto lap = stadiumLap();
    const auto found = findCorners(lap, nullptr);
    REQUIRE(found);
    REQUIRE(found->size() == 2);
    const auto list = parseCornerList("number,name,apex_m\n4,First," + std::to_string((*found)[0].apexM + 3) +
                                          "\n5,Second," + std::to_string((*found)[1].apexM) + "\n",
                                      "l");
    REQUIRE(list);
    const auto corners = listedOnLap(*list, lap);
    REQUIRE(corners);
    REQUIRE(corners->size() == 2);
    CHECK((*corners)[0].number == 4);
    CHECK((*corners)[0].name == "First");
    CHECK((*corners)[0].apexM == Approx((*found)[0].apexM + 3)); // what was listed stands
    CHECK((*corners)[0].turnInM == Approx((*found)[0].turnInM));
    CHECK((*corners)[0].side == (*found)[0].side);
    CHECK(listedOnLap({{1, "", std::nullopt, std::nullopt, std::nullopt, 99999.0, std::nullopt}}, lap).error().id ==
          "corner-list.beyond");
}

TEST_CASE("a corner list written is read back the same, as a table and as GeoJSON") {
    const ScratchFolder dir;
    const auto lap = stadiumLap();
    auto corners = *findCorners(lap, nullptr);
    corners[0].name = "The \"Old\" Gate, left";
    const auto road = roadFromTrace(lap);
    REQUIRE(road);
    for (const char* file : {"corners.csv", "corners.geojson"}) {
        INFO(file);
        REQUIRE(writeCornerList(dir / file, corners, &*road));
        const auto list = readCornerList(dir / file);
        REQUIRE(list);
        const auto back = listedOnLap(*list, lap);
        REQUIRE(back);
        REQUIRE(back->size() == corners.size());
        for (std::size_t i = 0; i < corners.size(); ++i) {
            CHECK((*back)[i].number == corners[i].number);
            CHECK((*back)[i].side == corners[i].side);
            CHECK((*back)[i].startM == Approx(corners[i].startM).margin(0.01));
            CHECK((*back)[i].apexM == Approx(corners[i].apexM).margin(0.01));
            CHECK((*back)[i].endM == Approx(corners[i].endM).margin(0.01));
        }
        CHECK((*back)[0].name == corners[0].name);
    }
}

TEST_CASE("a road written is read back the same, on the globe and on a simulator's plane") {
    const ScratchFolder dir;
    for (const bool globe : {true, false}) {
        auto road = *roadFromTrace(stadiumLap());
        if (globe) road.origin = GeoPoint{41.5, -29.25};
        road.name = "Stadium", road.line = "assumed", road.real = true;
        road.kerbs = {{100, 130, true, 0.06}};
        road.references = {{"b1", "board", "100 board", 150, 7, 1.2, "season"}};
        REQUIRE(writeTrack(dir / "road.geojson", road));
        const auto back = readTrack(dir / "road.geojson");
        REQUIRE(back);
        CHECK(back->name == "Stadium");
        CHECK(back->closed);
        CHECK(back->edgesAssumed);
        CHECK(back->line == "assumed");
        CHECK(back->lengthM == Approx(road.lengthM).margin(0.01));
        CHECK(back->origin.has_value() == globe);
        REQUIRE(back->s.size() == road.s.size());
        for (double s = 0; s < road.lengthM; s += 37) {
            const auto a = onRoad(road, s, 2, 0), b = onRoad(*back, s, 2, 0);
            const double east = globe ? onRoad(road, 0, 0, 0).x : 0,
                         north = globe ? onRoad(road, 0, 0, 0).y : 0; // its plane begins at its first point
            CHECK(b.x == Approx(a.x - east).margin(0.5));             // chords are a little shorter than arcs
            CHECK(b.y == Approx(a.y - north).margin(0.5));            // chords are a little shorter than arcs
        }
        CHECK(back->kerbs.size() == 1);
        CHECK(back->references.size() == 1);
    }
}

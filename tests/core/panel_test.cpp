// SPDX-License-Identifier: GPL-3.0-or-later
// Boxes of panels, and the naming of signs, without a film.
#include "core/panel/bar_level.h"
#include "core/panel/naming.h"
#include "core/panel/numbers_read.h"
#include "core/panel/panel_box.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;

TEST_CASE("boxes of a panel are read and written", "[panel]") {
    const auto boxes =
        parsePanelBoxes("kind, channel, w_px,h_px,x_px,y_px,full\r\n"
                        "bar-left,Brake,120,12,40.5,600,\r\n\r\n# gears\r\n"
                        "digits,gear,30,40,10,20,\r\n\"digits\",speed_mph,60,40,50,20,\r\nbar-up,rpm,9,80,5,5,8000\r\n",
                        "b.csv");
    REQUIRE(boxes);
    REQUIRE(boxes->size() == 4);
    CHECK((*boxes)[0].channel == Channel::Brake);
    CHECK((*boxes)[0].kind == PanelKind::BarLeft);
    CHECK((*boxes)[0].x == 40.5);
    CHECK((*boxes)[2].channel == Channel::Speed);
    CHECK((*boxes)[2].factor == Approx(0.44704));
    CHECK((*boxes)[3].full == 8000);
    const auto again = parsePanelBoxes(panelBoxesCsv(*boxes), "again");
    REQUIRE(again);
    CHECK(again->size() == 4);
    CHECK((*again)[0] == (*boxes)[0]);
}

TEST_CASE("wrong boxes say which line and what was expected", "[panel]") {
    const std::string head = "channel,kind,x_px,y_px,w_px,h_px\n";
    const auto wrong = [&](const std::string& text) {
        const auto r = parsePanelBoxes(text, "boxes.csv");
        REQUIRE_FALSE(r);
        return r.error();
    };
    CHECK(wrong("").id == "panel.no-boxes");
    CHECK(wrong(head).id == "panel.no-boxes");
    CHECK(wrong("brake,bar-up,1,2,3,4\n").id == "panel.no-boxes");
    CHECK(wrong(head + "brake,bar,1,2,30,40\n").what.find("\"bar\"") != std::string::npos);
    CHECK(wrong(head + "sparkle,bar-up,1,2,30,40\n").what.find("sparkle") != std::string::npos);
    CHECK(wrong(head + "brake,bar-up,1,2,30,40\nbrake,bar-up,1,x,30,40\n").where == "boxes.csv, line 3");
    CHECK(wrong(head + "brake,bar-up,1,2,nan,40\n").id == "panel.bad-box");
    CHECK(wrong(head + "brake,bar-up,1,2,9,40\nbrake,bar-right,1,2,90,9\n").what.find("already") != std::string::npos);
    CHECK(wrong(head + "time,digits,1,2,30,40\n").id == "panel.bad-box");
    CHECK(wrong(head + "brake,bar-up,1,2,0,40\n").what.find("smaller") != std::string::npos);
    CHECK_FALSE(fitBoxes({{Channel::Brake, PanelKind::BarUp, 10, 10, 100, 20}}, 100, 100));
    CHECK(fitBoxes({{Channel::Brake, PanelKind::BarUp, 0, 0, 100, 100}}, 100, 100));
}

TEST_CASE("an empty film, or one of a single picture, has no level and no number", "[panel]") {
    CHECK(barLevels({}).value.empty());
    BarFilm one{24, 1, std::vector<std::uint8_t>(24 * 3, 90)};
    CHECK(std::isnan(barLevels(one).value.at(0)));
    GlyphBook book;
    CHECK(readNumbers({}, {}, book).value.empty());
    NumberFilm blank{30, kNumberHeight, std::vector<std::uint8_t>(30 * kNumberHeight, 128)};
    NumberTask task;
    task.t = {0.0};
    CHECK(std::isnan(readNumbers(blank, task, book).value.at(0)));
    CHECK(std::isnan(readGears(blank, task, book, {}).value.at(0)));
}

TEST_CASE("signs are named by votes, and where nobody voted by what costs least", "[panel]") {
    Votes votes(3);
    votes[0][4] = 3, votes[0][9] = 1, votes[1][2] = 2; // the third has no vote
    const auto cost = [](const std::vector<int>& labels) { return labels[2] == 7 ? 0.0 : 0.5; };
    const auto named = bestNames(votes, {50, 20, 10}, {0, 1, 2, 3, 4, 5, 6, 7, 8, 9}, cost);
    CHECK(named.labels == std::vector<int>{4, 2, 7});
    CHECK(certainty(votes, 0, 4, 0) == Approx(0.75));
    CHECK(certainty(votes, 2, 7, 0.3) == 0.3);
}

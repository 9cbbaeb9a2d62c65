// SPDX-License-Identifier: GPL-3.0-or-later
// What the picture shows, told on the command line.
#include "support/gui_app.h"
#include "support/ran.h"
#include "support/tiny_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

TEST_CASE("show says what the picture shows and changes it; what cannot be is refused and changes nothing") {
    const ScratchFolder dir;
    tinyGuide(dir / "guide", squareFilm(dir / "film.mp4"));
    const auto guide = (dir / "guide").string();
    const auto show = [&](std::vector<std::string> more) {
        more.insert(more.begin(), {"show", guide, "--json"});
        return run(more);
    };
    auto r = show({});
    REQUIRE(r.code == 0);
    CHECK(r.answer()["walk"]["full"] == "film");
    CHECK(r.answer()["set"] == "usual");
    CHECK(r.answer()["over"].is_null());
    r = show({"--walk", "plan,film", "--lap", "film,nothing", "--gauges", "advanced", "--keep-clear",
              "10,20,60,30,face", "--by", "distance"});
    INFO(r.err);
    REQUIRE(r.code == 0);
    const auto kept = readGuide(guide);
    REQUIRE(kept);
    CHECK(kept->showings.walk.full == kPlanPicture);
    CHECK(kept->showings.lap.inset == kNoPicture);
    CHECK(kept->showings.run == Showing{});
    CHECK(setOf(kept->showings.gauges) == "advanced");
    CHECK(kept->sources.film().keepClear.at(0).what == "face");
    BeatId beat;
    for (const auto& c : kept->corners)
        if (!c.beats.empty()) beat = c.beats.front().id;
    REQUIRE(beat);
    CHECK(show({"--beat", std::to_string(beat.value) + "=plan"}).answer()["beats"].at(0)["shown"] == "plan");
    CHECK(show({"--beat", std::to_string(beat.value) + "=pass"}).answer()["beats"].empty());
    const auto before = readGuide(guide);
    for (const std::vector<std::string>& wrong : {std::vector<std::string>{"--walk", "nothing"},
                                                  {"--run", "picture"},
                                                  {"--lap", "plan,film,film"},
                                                  {"--gauges", "speed,altitude"},
                                                  {"--by", "both"},
                                                  {"--keep-clear", "1,2,3"},
                                                  {"--beat", "999999=plan"}}) {
        const auto refused = show(wrong);
        INFO(wrong[1]);
        CHECK(refused.code == 2);
        CHECK(refused.err.find(wrong[1].substr(0, 3)) != std::string::npos);
    }
    for (const std::vector<std::string>& wrong : {std::vector<std::string>{"--walk", "film 4711"},
                                                  {"--over", "99"},
                                                  {"--over", "nowhere.csv:2"},
                                                  {"--keep-clear", "1,2,0,4"}})
        CHECK(show(wrong).code == 1);
    CHECK(*readGuide(guide) == *before);
    CHECK(show({"--keep-clear", "none", "--gauges", "none"}).answer()["gauges"].empty());
}

TEST_CASE("a cover is seen, taken elsewhere on the lap, and left to the guide again; off the lap it is refused") {
    painterReady();
    const ScratchFolder dir;
    tinyGuide(dir / "guide", squareFilm(dir / "film.mp4"));
    const auto guide = (dir / "guide").string();
    const auto cover = [&](std::vector<std::string> more) {
        more.insert(more.begin(), {"cover", guide, "--json"});
        return run(more);
    };
    auto r = cover({"--out", (dir / "cover.jpg").string()});
    INFO(r.err);
    REQUIRE(r.code == 0);
    CHECK(r.answer()["at_m"].is_null());
    CHECK(std::filesystem::file_size(dir / "cover.jpg") > 1000);
    const double atM = readGuide(guide)->corners.front().apexM;
    r = cover({"--at", std::to_string(atM)});
    REQUIRE(r.code == 0);
    CHECK(readGuide(guide)->coverM == Approx(atM));
    r = cover({"--at", "900000"});
    CHECK(r.code == 1);
    CHECK(r.err.find("cover.off-lap") != std::string::npos);
    CHECK(readGuide(guide)->coverM == Approx(atM));
    CHECK(cover({"--at", "5", "--by-itself"}).code == 2);
    REQUIRE(cover({"--by-itself"}).code == 0);
    CHECK_FALSE(readGuide(guide)->coverM);
}

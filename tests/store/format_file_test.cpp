// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/beat_edits.h"
#include "core/guide/edition.h"
#include "core/guide/format.h"
#include "core/guide/validated.h"
#include "store/format_file.h"
#include "store/guide_json.h"
#include "support/made_guide.h"
#include "support/scratch_folder.h"

#include <catch2/catch.hpp>
#include <nlohmann/json.hpp>
#include <set>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::ScratchFolder;
using hl::testing::spoken;

TEST_CASE(
    "every shipped format is read, makes a guide that holds together, and a plan with every section in its place") {
    const ScratchFolder none;
    const auto all = allFormats(none / "formats");
    CHECK(all.wrong.empty());
    REQUIRE(all.formats.size() == all.shipped);
    REQUIRE(all.shipped >= 12);
    CHECK(all.formats.front().key == "usual");
    CHECK(all.formats.front().outline == usualOutline());
    std::set<std::string> keys;
    for (const auto& f : all.formats) {
        INFO(f.key);
        CHECK(keys.insert(f.key).second);
        CHECK_FALSE(f.name.empty());
        CHECK_FALSE(f.about.empty());
        for (unsigned seed = 1; seed <= 25; ++seed) {
            auto m = madeGuide(seed);
            m.guide = withFormat(m.guide, f);
            REQUIRE(validated(m.guide));
            CHECK(followsFormat(m.guide, f));
            const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
            double now = 0;
            std::size_t part = 0;
            for (const auto& s : cut.sections) {
                CHECK(seconds(s.start) == Approx(now).margin(1e-6));
                now = seconds(s.end);
                // In the order of the outline: never back to a part before.
                while (part < f.outline.size() &&
                       std::find(f.outline[part].sections.begin(), f.outline[part].sections.end(), s.kind) ==
                           f.outline[part].sections.end())
                    ++part;
                CHECK(part < f.outline.size());
            }
            CHECK(cut.lengthS >= cut.boundS - 1e-6);
        }
    }
    for (const auto* key :
         {"lap-first", "corners-first", "breakdown-outside", "talk-over", "two-passes", "set-up-first", "key-corners",
          "parked-walk", "from-above", "real-track", "oval", "on-foot"})
        CHECK(keys.count(key) == 1);
}

TEST_CASE("a format goes through its file unchanged, with members of newer writers") {
    const ScratchFolder dir;
    const auto m = madeGuide(4);
    auto f = formatOf(m.guide, "mine", "Mine \u00e9", "for Fridays");
    f.wish.way = Way::Stand, f.wish.skipKinks = true, f.wish.fastest = 0.5;
    f.outline.push_back({true, {SectionKind::Faults, SectionKind::TwoLaps}, Which::Key});
    f.more = R"({"music":"quiet"})";
    REQUIRE(writeFormat(dir / "own/mine.json", f));
    const auto back = readFormat(dir / "own/mine.json");
    REQUIRE(back);
    CHECK(*back == f);
    const auto listed = allFormats(dir / "own");
    CHECK(listed.formats.size() == listed.shipped + 1);
    const auto named = formatNamed("mine", dir / "own");
    REQUIRE(named);
    CHECK(*named == f);
    CHECK(formatNamed((dir / "own/mine.json").string())->key == "mine");
    CHECK(formatKey("  My first, one! ") == "my-first-one");
    CHECK(formatKey("???") == "format");
}

TEST_CASE("a format keeps the budget and the films of the guide") {
    auto m = madeGuide(5);
    m.guide.cutWish.budgetS = 300;
    Format f{"x", "X", "", usualOutline(true), {}};
    f.walk = Showing{PictureOf{PictureOf::Kind::Film, {99}}, kPlanPicture};
    const auto g = withFormat(m.guide, f);
    CHECK(g.cutWish.budgetS == 300);
    CHECK(g.cutWish.format == "x");
    CHECK(g.showings.walk.full == m.guide.showings.walk.full); // it has no film 99
    CHECK(validated(g));
}

TEST_CASE("a broken format says what is wrong where, and the others are still there") {
    const ScratchFolder dir;
    const auto idOf = [&](const std::string& text) {
        const auto f = readFormat(dir.write("f.json", text));
        return f ? std::string() : f.error().id;
    };
    CHECK(idOf("{") == "format.unreadable");
    CHECK(idOf("[]") == "format.unreadable");
    CHECK(idOf(R"({"format":"song"})") == "format.unreadable");
    const std::string head = R"({"format":"high-lantern-guide-format","key":"a","name":"A","outline":)";
    CHECK(idOf(head + "[]}") == "format.wrong");
    CHECK(idOf(head + R"([{"each_corner":true,"sections":["card"]}]})") == "format.wrong");
    CHECK(idOf(head + R"([{"sections":["song"]}]})") == "format.wrong");
    CHECK(idOf(head + R"([{"sections":["card"]}],"cut":{"way":"loud"}})") == "format.wrong");
    CHECK(idOf(head + R"([{"sections":["card"]}]})").empty());
    dir.write("g.json", "{");
    const auto all = allFormats(dir.path());
    CHECK(all.wrong.size() == 1);
    CHECK(all.formats.size() == all.shipped + 1);
    CHECK(formatNamed("nowhere", dir.path()).error().id == "format.unknown");
    CHECK(readFormat(dir / "none.json").error().id == "file.missing");
}

TEST_CASE("how a guide is cut goes through guide.json unchanged") {
    auto g = madeGuide(7).guide;
    REQUIRE_FALSE(g.corners.front().beats.empty());
    g.cutWish = {"two-passes", Way::Stand, 0.5, true, true, false, 480};
    auto& c = g.corners.front();
    c.key = true;
    c.shots = {{Pass::Walk, c.startM + 5, c.startM + 25, 0.5, 0}, {Pass::Detail, c.apexM, c.apexM, 0, 3.5}};
    c.beats.front().way = Way::Full, c.beats.front().anywhere = true, c.beats.front().pass = Pass::Faults;
    g.outline.push_back({true, {SectionKind::Faults}, Which::Others});
    REQUIRE(validated(g));
    const auto back = guideFrom(toJson(g));
    REQUIRE(back);
    CHECK(*back == g);
    auto wrong = g;
    wrong.corners.front().shots.front().rate = 0.3;
    CHECK_FALSE(validated(wrong));
    wrong = g;
    wrong.cutWish.fastest = 3;
    CHECK_FALSE(validated(wrong));
    wrong = g;
    wrong.outline.push_back({false, {SectionKind::Faults}});
    CHECK_FALSE(validated(wrong));
}

TEST_CASE("editions and what belongs to them go through guide.json unchanged") {
    auto g = madeGuide(7).guide;
    REQUIRE_FALSE(g.corners.front().beats.empty());
    Variant rain{"rain", "in heavy rain", {}, "Tern 4"};
    rain.conditions.road = RoadState::Wet, rain.conditions.airC = 9;
    g = withVariant(std::move(g), rain);
    g = withBeatInstead(std::move(g), g.corners.front().beats.front().id, "rain");
    g.corners.front().beats.back().only.depth = Depth::Basic;
    g.corners.front().markers.push_back({newId<MarkerId>(g), "ring", OnRoad{}, "x"});
    g.corners.front().markers.back().only = {"rain", Depth::Advanced};
    g.edition = {"rain", Depth::Basic};
    g = withNewLapBeat(withFurtherLap(std::move(g), 5, true), 5, 700, "wait for the straight");
    g.showings.walk.full = kStillPictures;
    REQUIRE(validated(g));
    const auto j = toJson(g);
    const auto back = guideFrom(j);
    REQUIRE(back);
    CHECK(*back == g);
    // a member of a newer writer stays where it was
    auto newer = j;
    newer["variants"][0]["grip"] = 0.7;
    const auto read = guideFrom(newer);
    REQUIRE(read);
    CHECK(toJson(*read)["variants"][0]["grip"] == 0.7);
    auto twice = g;
    twice.furtherLaps.push_back({5, {}});
    CHECK_FALSE(validated(twice));
    auto wrong = j;
    wrong["corners"][0]["beats"][0]["depth"] = "bottomless";
    REQUIRE_FALSE(guideFrom(wrong));
    CHECK(guideFrom(wrong).error().where.find("depth") != std::string::npos);
}

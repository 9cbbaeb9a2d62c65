// SPDX-License-Identifier: GPL-3.0-or-later
// What the picture shows: its words in files, its edits, and where everything in its corners stands.
#include "core/cut/gauges.h"
#include "core/cut/readings.h"
#include "core/guide/scene_edits.h"
#include "core/guide/showing_edits.h"
#include "core/guide/validated.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;
using namespace hl::testing;

TEST_CASE("a picture's words are read as they are written, and nothing else is") {
    for (const auto& p : {PictureOf{}, PictureOf{PictureOf::Kind::Film, {12}}, kPlanPicture, kNoPicture})
        CHECK(pictureOf(text(p)) == p);
    for (const char* wrong : {"", "films", "film 0", "film -1", "film x", "film  4", "film 4 ", "Plan", "nothing more"})
        CHECK_FALSE(pictureOf(wrong));
    for (const auto e : {Equal::Time, Equal::Distance}) CHECK(equalOf(key(e)) == e);
    CHECK_FALSE(equalOf("both"));
}

TEST_CASE("every set is a set of gauges that are known, and is told by its name") {
    for (const auto set : kGaugeSets) {
        const auto gauges = gaugeSet(set);
        REQUIRE_FALSE(gauges.empty());
        CHECK(setOf(gauges) == set);
        for (const auto& g : gauges) CHECK(gaugeKindOf(g));
    }
    CHECK(gaugeSet("none of them").empty());
    CHECK(setOf({"speed"}).empty());
    CHECK(gaugeKindOf("of a newer version") == nullptr);
}

TEST_CASE("what stands in the corners covers neither its like nor what is to be kept clear") {
    std::mt19937 rng(7);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    for (int round = 0; round < 200; ++round) {
        Gauges gauges;
        for (const auto& k : gaugeKinds())
            if (rng() % 3) gauges.emplace_back(k.key);
        std::shuffle(gauges.begin(), gauges.end(), rng);
        gauges.push_back("of a newer version");
        std::vector<LabelBox> zones;
        for (unsigned i = 0; i < rng() % 4; ++i)
            zones.push_back({between(0, 1100), between(0, 640), between(20, 500), between(20, 200)});
        const auto placed = placedInCorners(gauges, round % 3 ? kPlanPicture : PictureOf{}, zones);
        auto boxes = zones;
        if (placed.inset) boxes.push_back(*placed.inset);
        for (const auto& g : placed.gauges) boxes.push_back(g.box);
        for (std::size_t i = zones.size(); i < boxes.size(); ++i) {
            CHECK((boxes[i].x >= 0 && boxes[i].x + boxes[i].width <= kFrameWidth));
            CHECK((boxes[i].y >= 0 && boxes[i].y + boxes[i].height <= kFrameHeight));
            CHECK_FALSE(meets(boxes[i], {28, 24, 560, 52})); // the corner's tag
            for (std::size_t k = 0; k < i; ++k) CHECK_FALSE(meets(boxes[i], boxes[k]));
        }
        if (zones.empty()) CHECK(placed.gauges.size() + 1 == gauges.size()); // with room for all of them, all are there
    }
}

TEST_CASE("what is kept clear is told in the film's pixels and found in the frame, whatever the film's shape") {
    Film film;
    film.keepClear = {{100, 50, 200, 100, "display"}};
    const auto tall = zonesInFrame(film, {600, 800}).at(0); // 540 wide in the frame's middle
    CHECK(tall.x == Approx(370 + 90));
    CHECK(tall.y == Approx(45));
    CHECK(tall.width == Approx(180));
    const auto large = zonesInFrame(film, {2560, 1440}).at(0);
    CHECK(large.x == Approx(50));
    CHECK(large.height == Approx(50));
}

TEST_CASE("edits of what is shown change that and nothing else; a film that goes takes its places with it") {
    auto g = madeGuide(3).guide;
    Film chase;
    chase.role = FilmRole::Chase, chase.file = "chase.mp4";
    g = withFilm(std::move(g), chase);
    const auto id = g.sources.films.back().id;
    const PictureOf behind{PictureOf::Kind::Film, id};
    auto with = withShowing(g, SectionKind::Run, {behind, kNoPicture});
    CHECK(with.showings.in(SectionKind::Run).full == behind);
    CHECK(with.showings.in(SectionKind::WalkThrough) == Showing{});
    CHECK(with.showings.in(SectionKind::Card) == Showing{});
    const auto* corner = &with.corners.front();
    for (const auto& c : with.corners)
        if (!c.beats.empty()) corner = &c;
    REQUIRE_FALSE(corner->beats.empty());
    const auto beat = corner->beats.front().id;
    with = withBeatShown(std::move(with), beat, behind);
    CHECK(beatWith(with, beat)->shown == behind);
    CHECK(validated(with));
    const auto without = withoutFilm(with, id);
    CHECK(without.showings.run.full == PictureOf{});
    CHECK_FALSE(beatWith(without, beat)->shown);
    CHECK(validated(without));
    auto broken = with;
    broken.showings.walk.inset = {PictureOf::Kind::Film, {4711}};
    const auto refused = validated(broken);
    REQUIRE_FALSE(refused);
    CHECK(refused.error().where == "showing.walk.inset");
    const auto film = g.sources.film().id;
    auto clear = withKeptClear(g, film, {1, 2, 30, 40, "face"});
    CHECK(clear.sources.film().keepClear.size() == 1);
    CHECK_FALSE(validated(withKeptClear(g, film, {1, 2, 0, 40, ""})));
    CHECK(withoutKeptClear(clear, film, 3) == clear);
    CHECK(withoutKeptClear(clear, film, 0) == g);
    CHECK(withGauges(g, gaugeSet("basic")).showings.gauges == gaugeSet("basic"));
    CHECK(withLapOver(g, {"", 3, Equal::Distance}).showings.over.any());
}

TEST_CASE("what comes next in a corner counts down, and nothing comes after its exit") {
    GuideCorner c;
    c.startM = 950, c.turnInM = 1000, c.apexM = 1030, c.endM = 1080;
    CornerFacts facts;
    facts.brakeOnsetM = Measured{960, 1};
    const auto next = [&](double at, const CornerFacts* f) { return nextIn(c, f, at, 4000); };
    CHECK(next(900, &facts)->what == "brake");
    CHECK(next(900, &facts)->metres == Approx(60));
    CHECK(next(900, nullptr)->what == "turn in");
    CHECK(next(961, &facts)->what == "turn in");
    CHECK(next(1020, &facts)->metres == Approx(10));
    CHECK(next(1031, &facts)->what == "exit");
    CHECK_FALSE(next(1081, &facts));
    c.turnInM = 3990, c.apexM = 4010, c.endM = 4050; // over the line
    CHECK(next(5, nullptr)->what == "apex");
    CHECK(next(5, nullptr)->metres == Approx(5));
}

// SPDX-License-Identifier: GPL-3.0-or-later
// What the cards of a guide show, and how long they stand.
#include "core/cut/compose.h"
#include "core/guide/scene_edits.h"
#include "core/words/captions.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;
using namespace hl::testing;

namespace {

/// A made guide with conditions and a set-up, planned; every row of the set-up is spoken for as long as its letters
/// take.
struct Made {
    MadeGuide made = madeGuide(7);
    Guide& g = made.guide;
    Cut cut;
    LapTrace trace;
    void plan() {
        const auto speeches = speechesOf(g, [](const std::string& text) {
            Speech s;
            s.text = text, s.lengthS = usualLength(text);
            return s;
        });
        cut = planShortest(g, made.clock, speeches, {});
        trace.t = {0, 1000}, trace.s = {0, 4000}, trace.v = {30, 30}, trace.lengthM = 4000;
    }
    SceneAt at(const Section& s, std::size_t shot) const {
        const Stage stage{g, trace, nullptr, made.clock};
        const auto& x = s.shots.at(shot);
        return compose(stage, cut, hl::at<GuideTime>((seconds(x.start) + seconds(x.end)) / 2));
    }
    std::vector<const Section*> of(SectionKind kind) const {
        std::vector<const Section*> all;
        for (const auto& s : cut.sections)
            if (s.kind == kind) all.push_back(&s);
        return all;
    }
};

} // namespace

TEST_CASE("the conditions stand at the start and at the end, and take no time when nothing was said") {
    Made m;
    m.g.outline = usualOutline();
    m.plan();
    CHECK(m.of(SectionKind::Conditions).empty());
    const double without = m.cut.lengthS;
    m.g = withConditions(m.g, conditionsFrom("damp, air 9 C, wind 20 km/h from NW, leaves on the road"));
    m.g.scene.realTrack = true;
    m.plan();
    const auto cards = m.of(SectionKind::Conditions);
    REQUIRE(cards.size() == 2);
    CHECK(m.cut.lengthS ==
          Approx(without + 2 * CutSettings{}.conditionsS).margin(2.0 / m.g.frameRate)); // whole pictures
    CHECK(cards.back() == &m.cut.sections.back());
    const auto scene = m.at(*cards.front(), 0);
    CHECK(scene.card);
    REQUIRE(scene.cardRows.size() == 4);
    CHECK(scene.cardRows[0].value == "damp");
    CHECK(scene.cardRows[3].value == "leaves on the road");
    CHECK_FALSE(scene.cardText.empty()); // a real circuit: another day is another road
    m.g.scene.realTrack = false;
    CHECK(m.at(*cards.front(), 0).cardText.empty());
    const auto chapters = chaptersOf(m.g, m.cut);
    CHECK(chapters[1].title == "Conditions");
    CHECK(chapters.back().title == "Conditions");
}

TEST_CASE("the walk through the set-up lights row after row for as long as it is spoken of") {
    Made m;
    m.g.outline = usualOutline();
    SetupRow wing, springs;
    wing.name = "Front wing", wing.value = "4", wing.usual = "6", wing.why = "The nose bites too early";
    wing.rules = {{"it pushes", true, "1"}};
    springs.name = "Springs", springs.value = "soft";
    m.g = withSection(withSetup(m.g, {wing, springs}), SectionKind::Setup, true);
    m.plan();
    const auto walks = m.of(SectionKind::Setup);
    REQUIRE(walks.size() == 1);
    const auto& walk = *walks[0];
    REQUIRE(walk.shots.size() == 2);
    REQUIRE(walk.spoken.size() == 2);
    for (std::size_t i = 0; i < 2; ++i) {
        const auto scene = m.at(walk, i);
        REQUIRE(scene.cardRows.size() == 2);
        CHECK(scene.cardRows[i].lit);
        CHECK_FALSE(scene.cardRows[1 - i].lit);
        CHECK(seconds(walk.spoken[i].start) == Approx(seconds(walk.shots[i].start)));
        CHECK(seconds(walk.spoken[i].end) <= seconds(walk.shots[i].end));
    }
    CHECK(m.at(walk, 0).cardRows[0].beside == "usual 6");
    CHECK(m.at(walk, 0).cardText.find("If it pushes: up by 1") != std::string::npos);
    CHECK(m.cut.lengthS >= m.cut.boundS - 1e-6);
    // without the section nothing is spoken, and the sheet stays on the page
    m.g = withSection(m.g, SectionKind::Setup, false);
    m.plan();
    CHECK(m.of(SectionKind::Setup).empty());
}

TEST_CASE("metres since the timing line are of one lap, also where the film begins before it or goes on behind it") {
    Made m;
    m.plan();
    for (const double startM : {0.0, -180.0, 3900.0, -8100.0}) {
        m.trace.s = {startM, startM + 4000};
        for (const auto& section : m.cut.sections) {
            if (section.shots.empty()) continue;
            const auto scene = m.at(section, 0);
            CAPTURE(startM, scene.atM);
            CHECK(scene.lineM >= 0);
            CHECK(scene.lineM < 4000);
            CHECK(std::remainder(scene.lineM - scene.atM, 4000) == Approx(0).margin(1e-6));
        }
    }
}

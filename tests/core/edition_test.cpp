// SPDX-License-Identifier: GPL-3.0-or-later
// One source, all editions: what is said, drawn and shown on which day, in which car, for whom.
#include "core/guide/edition.h"

#include "core/cut/budget.h"
#include "core/guide/beat_edits.h"
#include "core/guide/corner_edits.h"
#include "core/guide/edits.h"
#include "core/guide/guide_change.h"
#include "support/made_guide.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::madeGuide;
using hl::testing::MadeGuide;
using hl::testing::spoken;

namespace {

/// A made guide whose every beat says something, and its first beat.
struct Made : MadeGuide {
    explicit Made(unsigned seed = 3) : MadeGuide(madeGuide(seed)) {
        eachBeat(guide, [](Beat& b, const GuideCorner*) {
            if (b.words.empty()) b.words = "look ahead";
        });
        for (auto& c : guide.corners)
            if (!c.beats.empty()) {
                first = c.beats.front().id;
                break;
            }
    }
    BeatId first;
    std::vector<BeatId> said(const Guide& g) const {
        std::vector<BeatId> ids;
        for (const auto& s : planShortest(g, clock, spoken(g), {}).sections)
            if (s.kind == SectionKind::WalkThrough)
                for (const auto& w : s.spoken) ids.push_back(w.beat());
        return ids;
    }
    bool says(const Guide& g, BeatId id) const {
        const auto ids = said(g);
        return std::find(ids.begin(), ids.end(), id) != ids.end();
    }
};

Guide on(Guide g, std::string variant, Depth depth = Depth::Advanced) {
    return withEdition(std::move(g), {std::move(variant), depth});
}

} // namespace

TEST_CASE("words of another day are said on that day only, and those in their place are not") {
    const Made m;
    REQUIRE(m.first);
    const auto g = withBeatInstead(m.guide, m.first, "wet");
    const auto* other = beatWith(g, BeatId{m.guide.nextId});
    REQUIRE(other);
    CHECK(other->insteadOf == m.first);
    CHECK(other->words == beatWith(g, m.first)->words);
    for (const auto* dry : {"", "dry", "cold"}) {
        INFO(dry);
        CHECK(m.says(on(g, dry), m.first));
        CHECK_FALSE(m.says(on(g, dry), other->id));
    }
    CHECK_FALSE(m.says(on(g, "wet"), m.first));
    CHECK(m.says(on(g, "wet"), other->id));
    CHECK(m.said(on(g, "wet")).size() == m.said(g).size());
    // the lap itself was driven in the wet: no edition need be chosen
    auto wet = g;
    wet.scene.conditions.road = RoadState::Damp;
    CHECK(m.says(wet, other->id));
    CHECK(m.says(on(wet, "dry"), m.first));
    // without the words they stood for they are words like others
    const auto without = withoutBeat(g, m.first);
    CHECK_FALSE(beatWith(without, other->id)->insteadOf);
}

TEST_CASE("a car of another class is a variant like another day") {
    const Made m;
    auto g = withVariant(m.guide, {"club", "in the club class", {}, "Tern 4"});
    g = withBeatOnlyIn(g, m.first, {"club", {}});
    g.scene.car = "Heron GT", g.scene.title = "Saltmarrow";
    CHECK_FALSE(m.says(g, m.first));
    CHECK_FALSE(m.says(on(g, "wet"), m.first));
    CHECK(m.says(on(g, "club"), m.first));
    const auto made = asEdition(on(g, "club"));
    CHECK(made.scene.car == "Tern 4");
    CHECK(made.scene.title == "Saltmarrow, in the club class");
    CHECK(made.scene.drivenDay.empty()); // the same day
    // it goes, and what was said in it alone
    const auto gone = withoutVariant(on(g, "club"), "club");
    CHECK(gone.edition.variant.empty());
    CHECK_FALSE(beatWith(gone, m.first));
    CHECK(variantsOf(gone) == usualVariants());
}

TEST_CASE("a variant says what is otherwise, the rest is the day's") {
    Guide g;
    g.scene.conditions.road = RoadState::Dry, g.scene.conditions.airC = 21, g.scene.conditions.tyres = Tyres::Warm;
    Variant rain{"rain", "in heavy rain", {}};
    rain.conditions.road = RoadState::Wet, rain.conditions.airC = 9;
    g = withVariant(std::move(g), rain);
    const auto made = asEdition(on(g, "rain"));
    CHECK(made.scene.conditions.road == RoadState::Wet);
    CHECK(made.scene.conditions.airC == 9.0);
    CHECK(made.scene.conditions.tyres == Tyres::Warm);
    CHECK(made.scene.drivenDay.find("dry") != std::string::npos);
    // one of its own with the key of a usual one counts instead of it
    g = withVariant(std::move(g), {"wet", "on a drying line", {}});
    CHECK(variantNamed(g, "wet")->name == "on a drying line");
    CHECK(variantsOf(g).size() == usualVariants().size() + 1);
    CHECK(withVariant(g, {}) == g);
}

TEST_CASE("a basic edition has one look, basic numbers, and what was kept for the advanced one is gone") {
    Made m(5);
    REQUIRE(m.first);
    auto& g = m.guide;
    g.showings.gauges = {"pedals", "speed", "forces", "cue"};
    g.outline = {{true, {SectionKind::WalkThrough, SectionKind::Detail, SectionKind::Run}},
                 {true, {SectionKind::Detail}}};
    g = withBeatOnlyIn(g, m.first, {{}, Depth::Advanced});
    const auto* c = cornerOf(g, m.first);
    Marker ring{newId<MarkerId>(g), "ring", OnRoad{c->apexM, c->apexM, 0, 0}, "here"};
    ring.only.depth = Depth::Advanced;
    cornerWith(g, c->id)->markers = {ring};
    CHECK(m.says(g, m.first));
    CHECK_FALSE(m.says(on(g, "", Depth::Basic), m.first));
    const auto made = asEdition(on(g, "", Depth::Basic));
    CHECK(made.showings.gauges == Gauges{"speed", "cue"});
    CHECK_FALSE(has(made.outline, SectionKind::Detail));
    CHECK(made.outline.size() == 1);
    CHECK_FALSE(made.school.advanced);
    for (const auto& x : made.corners) CHECK(x.markers.empty());
    CHECK(asEdition(g).corners.size() == g.corners.size());
    for (const auto& x : asEdition(g).corners)
        if (x.id == c->id) CHECK(x.markers.size() == 1);
}

TEST_CASE("an edition made twice is the same, and one without anything of its own is the guide") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        INFO("seed " << seed);
        std::mt19937 rng(seed);
        auto g = madeGuide(seed).guide;
        CHECK(asEdition(g) == g);
        const char* variants[] = {"", "wet", "dry", "cold", "moonlight"};
        const auto any = [&] { return variants[rng() % 5]; };
        eachBeat(g, [&](Beat& b, const GuideCorner*) {
            b.only.variant = any();
            if (rng() % 3 == 0) b.only.depth = kDepths[rng() % 2];
        });
        g = on(g, any(), kDepths[rng() % 2]);
        const auto made = asEdition(g);
        CHECK(asEdition(made) == made);
        // what is said of the guide is what is left in its edition
        eachBeat(g,
                 [&](const Beat& b, const GuideCorner*) { CHECK(isSaid(g, b) == (beatWith(made, b.id) != nullptr)); });
    }
}

TEST_CASE("words that are not said in the edition are not proposed to be left out") {
    Made m(7);
    auto g = m.guide;
    eachBeat(g, [](Beat& b, const GuideCorner*) { b.only.variant = "wet"; });
    const auto plan = [&](const Guide& x) { return planShortest(x, m.clock, spoken(x), {}); };
    const auto most = plan(on(g, "wet")).lengthS, least = plan(g).lengthS;
    REQUIRE(most > least + 5);
    for (const auto& l : leftOutFirst(g, least - 3, plan)) CHECK_FALSE(l.beat);
    CHECK_FALSE(leftOutFirst(on(g, "wet"), most - 3, plan).empty());
}

TEST_CASE("words of different days are not joined") {
    Made m(3);
    auto g = withBeatInstead(m.guide, m.first, "wet");
    CHECK(withBeatsJoined(g, m.first) == g);
}

TEST_CASE("in the whole lap cues are called before their places, with silence between them") {
    int called = 0;
    for (unsigned seed = 1; seed <= 100; ++seed) {
        INFO("seed " << seed);
        auto m = madeGuide(seed);
        m.guide.outline = {{false, {SectionKind::Lap}}};
        CHECK(planShortest(m.guide, m.clock, spoken(m.guide), {}).sections.front().spoken.empty());
        m.guide.cutWish.lapCues = true;
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        REQUIRE(cut.sections.size() == 1);
        auto free = at<GuideTime>(-1e9);
        for (const auto& w : cut.sections.front().spoken) {
            ++called;
            CHECK(w.cue());
            CHECK((w.start - free).count() > 0.49);
            free = w.end;
            const double placeS =
                seconds(m.clock.footage(beatWith(m.guide, w.beat())->atM)) - seconds(m.clock.footage(0));
            CHECK(seconds(w.end) <= placeS + 0.26 + (w.end - w.start).count());
            CHECK(seconds(w.start) <= placeS + 0.26);
        }
        for (const auto& n : cut.noRoom) CHECK(n.leftOut);
        CHECK(cut.sections.front().shots.size() == 1);
    }
    CHECK(called > 100);
}

TEST_CASE("advice of another day stands in place of every day's, and what it leaves empty stays") {
    const Made m;
    REQUIRE(m.guide.corners.size() > 1);
    const auto id = m.guide.corners[0].id;
    auto g = m.guide;
    for (auto& c : g.corners) c.advice.clear();
    g.scene.conditions.road = RoadState::Dry;
    const auto row = [](const Guide& of, Topic t) {
        Advice none;
        for (const auto& a : of.corners[0].advice)
            if (a.topic == t) return a;
        return none;
    };
    g = withAdvice(std::move(g), id, {Topic::Brake, "5 m later", "the hut", "the tyre wall"});
    g = withAdvice(std::move(g), id, {Topic::Brake, "20 m sooner", "", "the bridge"}, "wet");
    g = withAdvice(std::move(g), id, {Topic::Gears, "third", "", ""}, "wet");
    CHECK(row(asEdition(g), Topic::Brake).advised == "5 m later");
    CHECK(row(asEdition(g), Topic::Gears).advised.empty());
    for (const auto* dry : {"dry", "cold", "night"})
        CHECK(row(asEdition(on(g, dry)), Topic::Brake).advised == "5 m later");
    const auto wet = asEdition(on(g, "wet"));
    CHECK(row(wet, Topic::Brake).advised == "20 m sooner");
    CHECK(row(wet, Topic::Brake).lookFor == "the hut");
    CHECK(row(wet, Topic::Brake).backup == "the bridge");
    CHECK(row(wet, Topic::Gears).advised == "third");
    CHECK(wet.corners[0].otherAdvice.empty());
    CHECK(asEdition(wet) == wet);
    // A lap driven in the rain has that advice without being asked for it, and a dry edition of it has not.
    auto rain = g;
    rain.scene.conditions.road = RoadState::Wet;
    CHECK(row(asEdition(rain), Topic::Brake).advised == "20 m sooner");
    CHECK(row(asEdition(on(rain, "dry")), Topic::Brake).advised == "5 m later");
    // A row that says nothing any more goes, and is told as a change.
    const auto less = withAdvice(g, id, {Topic::Gears, "", "", ""}, "wet");
    CHECK(less.corners[0].otherAdvice.at("wet").size() == 1);
    CHECK(changeBetween(g, less).advice);
    CHECK(withAdvice(less, id, {Topic::Brake, "", "", ""}, "wet").corners[0].otherAdvice.empty());
    // It goes with a variant of the guide's own, and stays through split and join.
    auto club = withVariant(g, {"club", "in the club class", {}, "Tern 4"});
    club = withAdvice(std::move(club), id, {Topic::Exit, "all of the kerb", "", ""}, "club");
    CHECK(asEdition(on(club, "club")).corners[0].advice.size() == 2);
    CHECK(withoutVariant(club, "club").corners[0].otherAdvice == g.corners[0].otherAdvice);
    const auto joined = withCornersJoined(g, id, g.corners[0]);
    CHECK(joined.corners[0].otherAdvice == g.corners[0].otherAdvice);
}

TEST_CASE("an edit of what is said on which day is told as a change, so that the guide is planned anew") {
    const Made m;
    CHECK(changeBetween(m.guide, on(m.guide, "wet")).format);
    CHECK(changeBetween(m.guide, on(m.guide, "", Depth::Basic)).format);
    CHECK(changeBetween(m.guide, withVariant(m.guide, {"club", "in the club class", {}, "Tern 4"})).format);
    CHECK(changeBetween(m.guide, withBeatOnlyIn(m.guide, m.first, {"wet", {}})).words);
    CHECK(changeBetween(m.guide, withBeatInstead(m.guide, m.first, "wet")).words);
    const auto none = changeBetween(m.guide, m.guide);
    CHECK_FALSE((none.format || none.spoken() || none.scene || none.sources || none.markers || none.advice));
}

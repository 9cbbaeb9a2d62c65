// SPDX-License-Identifier: GPL-3.0-or-later
// Another lap is explained: what was measured is new, what people wrote stays, what no longer fits is listed.
#include "core/guide/corner_edits.h"
#include "core/guide/edits.h"
#include "core/guide/scene_edits.h"
#include "core/guide/validated.h"
#include "jobs/lap_choice.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

Beat& beatOf(GuideCorner& c, Topic t) {
    for (auto& b : c.beats)
        if (b.topic == t) return b;
    throw std::runtime_error("no such beat");
}

struct Demo {
    Guide guide;
    Session session;
};

Demo demo() {
    const auto folder = demoFolder() / "saltmarrow-guide";
    auto g = readGuide(folder);
    REQUIRE(g);
    auto s = bringUp(folder, *g);
    REQUIRE(s);
    return {std::move(*g), std::move(*s)};
}

} // namespace

TEST_CASE("an untouched guide on another lap is as if it had been made of that lap") {
    auto d = demo();
    const auto other = onOtherLap(d.guide, d.session, 3, {});
    REQUIRE(other);
    CHECK(other->guide.sources.lap == 3);
    CHECK(other->session->lap == 3);
    CHECK(validated(other->guide));
    REQUIRE(other->guide.corners.size() == d.guide.corners.size());
    std::size_t moved = 0, reworded = 0;
    for (std::size_t i = 0; i < d.guide.corners.size(); ++i) {
        const auto &was = d.guide.corners[i], &is = other->guide.corners[i];
        CHECK(is.id == was.id);
        CHECK(is.name == was.name);
        CHECK(is.side == was.side);
        moved += is.turnInM != was.turnInM || is.apexM != was.apexM;
        for (const auto& b : is.beats) {
            const auto* before = beatWith(d.guide, b.id);
            reworded += before && before->words != b.words;
        }
        REQUIRE(other->session->measured.of(is));
    }
    CHECK(moved > d.guide.corners.size() / 2);
    CHECK(reworded > 4);
    for (const auto& f : other->misfits) CHECK(f.rule == "lap.not-filmed"); // the demo's film shows lap 2 alone
    // and back: the same guide but for ids
    const auto back = onOtherLap(other->guide, *other->session, d.guide.sources.lap, {});
    REQUIRE(back);
    for (std::size_t i = 0; i < d.guide.corners.size(); ++i) {
        const auto &was = d.guide.corners[i], &is = back->guide.corners[i];
        CHECK(is.turnInM == Approx(was.turnInM));
        REQUIRE(is.beats.size() == was.beats.size());
        for (std::size_t k = 0; k < was.beats.size(); ++k) CHECK(is.beats[k].words == was.beats[k].words);
        CHECK(is.markers.size() == was.markers.size());
        CHECK(is.advice.size() == was.advice.size());
    }
}

TEST_CASE("what people wrote stays where they wrote it, and what the lap contradicts is listed") {
    auto d = demo();
    auto g = d.guide;
    auto& c = g.corners.at(2);
    beatOf(c, Topic::Brake).words = "Brake at my favourite post, fourth gear.";
    beatOf(c, Topic::Apex).cue = "nose in";
    const auto mine = beatOf(c, Topic::Brake).id, cue = beatOf(c, Topic::Apex).id;
    g = withNewBeat(std::move(g), g.corners[2].id, g.corners[2].apexM, "Look at the sluice.");
    const auto added = beatWith(g, BeatId{g.nextId - 1});
    REQUIRE(added);
    g = withAdvice(std::move(g), g.corners[3].id, {Topic::Exit, "wider", "the far post", ""});
    g = withConsequence(std::move(g), g.corners[4].id, 3);
    g = withCornerName(std::move(g), g.corners[5].id, "Sandbank");
    const auto drafted = g.corners[6].beats.front().id;
    g = withoutBeat(std::move(g), drafted); // taken away on purpose
    const auto ring = g.corners[7].markers.front().id;
    g.corners[7].markers.front().label = "my mark";
    g = withConditions(std::move(g), conditionsFrom("wet"));
    REQUIRE(validated(g));
    const auto other = onOtherLap(g, measuredAgain(d.session, g), 1, {});
    REQUIRE(other);
    const auto& now = other->guide;
    CHECK(beatWith(now, mine)->words == "Brake at my favourite post, fourth gear.");
    CHECK(beatWith(now, cue)->cue == "nose in");
    CHECK(beatWith(now, added->id)->words == "Look at the sluice.");
    CHECK(beatWith(now, drafted) == nullptr);
    const auto row = std::find_if(now.corners[3].advice.begin(), now.corners[3].advice.end(),
                                  [](const Advice& a) { return a.topic == Topic::Exit; });
    REQUIRE(row != now.corners[3].advice.end());
    CHECK(row->advised == "wider");
    CHECK(now.corners[4].consequence == 3);
    CHECK(now.corners[5].name == "Sandbank");
    CHECK(now.scene.conditions.road == RoadState::Wet);
    const auto mark = std::find_if(now.corners[7].markers.begin(), now.corners[7].markers.end(),
                                   [&](const Marker& m) { return m.id == ring; });
    REQUIRE(mark != now.corners[7].markers.end());
    CHECK(mark->label == "my mark");
}

TEST_CASE("a claim that held on one lap and not on the other is listed with its corner") {
    auto d = demo();
    // A gear that the lap before used in this corner and the other lap does not, made so by its facts.
    auto g = d.guide;
    auto& c = g.corners.at(6);
    const auto* facts = d.session.measured.of(c);
    REQUIRE(facts);
    REQUIRE(facts->minGear);
    beatOf(c, Topic::Brake).words = "Brake up to 3 percent here.";
    const auto other = onOtherLap(g, measuredAgain(d.session, g), 3, {});
    REQUIRE(other);
    // it contradicted the lap before as well: it is known, and no news
    for (const auto& f : other->misfits) CHECK(f.rule != "claims.brake");
    CHECK(std::any_of(other->misfits.begin(), other->misfits.end(),
                      [](const Finding& f) { return f.rule == "lap.not-filmed"; }));
}

TEST_CASE("bounds that were set by hand stay; a lap that does not exist is refused") {
    auto d = demo();
    auto g = withCornerBound(d.guide, d.guide.corners[4].id, Bound::TurnIn, d.guide.corners[4].turnInM - 9);
    const double set = g.corners[4].turnInM;
    const auto other = onOtherLap(g, measuredAgain(d.session, g), 1, {});
    REQUIRE(other);
    CHECK(other->guide.corners[4].turnInM == Approx(set));
    CHECK(validated(other->guide));
    const auto none = onOtherLap(d.guide, d.session, 77, {});
    REQUIRE_FALSE(none);
    CHECK(none.error().id == "laps.no-such");
}

TEST_CASE("every lap of the log is reported, the explained one on the film") {
    auto d = demo();
    const auto reports = reportLaps(d.guide, d.session, {});
    REQUIRE(reports);
    CHECK(reports->size() == d.session.laps.laps.size());
    for (const auto& r : *reports) CHECK(r.onFilm() == (r.lap.number == d.guide.sources.lap));
    CHECK(proposedLap(*reports)->lap.number == d.guide.sources.lap);
}

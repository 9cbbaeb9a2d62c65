// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/check/check.h"
#include "core/claims/claim_reader.h"
#include "core/guide/edits.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;

namespace {

struct Case {
    Guide guide;
    CornerFacts facts;
    std::vector<Finding> findings() const { return checkGuide(guide, {cornersOf(guide), {facts}}); }
};

Case cornerSaying(const std::string& words, Topic topic = Topic::Brake) {
    Case c;
    GuideCorner corner;
    corner.id = {3}, corner.number = 3, corner.name = "Sluice", corner.kind = "bend";
    corner.beats = {{{1}, topic, 100, words, ""}};
    c.guide.corners = {corner};
    c.guide.scene.conditions.road = RoadState::Dry;
    c.guide.scene.realTrack = false;
    c.guide.sources.film().tie.confidence = 1;
    CornerFacts f;
    f.brakePeak = Measured{0.78, 0.01};
    f.minGear = 3, f.entryGear = 5;
    f.shifts = {{90, 5, 4}, {110, 4, 3}};
    c.facts = f;
    return c;
}

std::vector<std::string> rules(const Case& c) {
    std::vector<std::string> out;
    for (const auto& f : c.findings())
        if (f.rule != "parts.topic") out.push_back(f.rule); // one sentence never says it all
    return out;
}

} // namespace

TEST_CASE("words that agree with the lap raise nothing") {
    CHECK(rules(cornerSaying("Brake up to 78 percent, down to third gear.")).empty());
    CHECK(rules(cornerSaying("Brake up to eighty percent, fourth gear, then third gear.")).empty()); // people round
    CHECK(rules(cornerSaying("Squeeze to 60 % throttle.", Topic::Power)).empty());
}

TEST_CASE("words that contradict the lap are findings") {
    CHECK(rules(cornerSaying("Down to second gear.")) == std::vector<std::string>{"claims.gear"});
    CHECK(rules(cornerSaying("Brake, sixty percent at most.")) == std::vector<std::string>{"claims.brake"});
    const auto c = cornerSaying("Down to second gear.");
    const auto f = c.findings().front();
    CHECK(f.corner == CornerId{3});
    CHECK(f.beat == BeatId{1});
    CHECK(f.claim == "second gear");
    CHECK(f.measured == "3");
}

TEST_CASE("advice may differ from the lap, and the words may follow the advice") {
    auto c = cornerSaying("Brake to 90 percent, down to second gear.");
    c.guide.corners[0].advice = {{Topic::Brake, "90 %", "", ""}, {Topic::Gears, "second gear", "", ""}};
    CHECK(rules(c).empty());
}

TEST_CASE("a brake percentage where the lap does not brake is wrong") {
    auto c = cornerSaying("Brake fifty percent.");
    c.facts.brakePeak.reset();
    c.facts.noBraking = true;
    CHECK(rules(c) == std::vector<std::string>{"claims.brake"});
}

TEST_CASE("real tracks need consequence ratings, and every guide its conditions") {
    auto c = cornerSaying("Brake.");
    c.guide.scene.realTrack = true;
    c.guide.scene.conditions = {};
    CHECK(rules(c) == std::vector<std::string>{"parts.conditions", "cautions.consequence"});
    c.guide.corners[0].consequence = 2;
    c.guide.scene.conditions.road = RoadState::Wet;
    CHECK(rules(c).empty());
}

TEST_CASE("a fragile reference without a second one is noted") {
    auto c = cornerSaying("Brake.");
    c.guide.references = {{{"b", "board", "50 board", 100, 5, 1, "fragile"}, {7}}};
    c.guide.corners[0].turnInM = 120;
    c.guide = withAdvice(c.guide, {3}, {Topic::Brake, "", "at the 50 board", ""});
    CHECK(c.guide.corners[0].advice[0].first == ReferenceId{7}); // found by what the text says
    CHECK(rules(c) == std::vector<std::string>{"references.fragile"});
    c.guide.corners[0].advice[0].backup = "or the fence";
    CHECK(rules(c).empty());
    c.guide.corners[0].beats[0].words.clear();
    CHECK(rules(c) == std::vector<std::string>{"parts.silent"});
}

TEST_CASE("words are not held against a corner that was measured between other bounds") {
    auto c = cornerSaying("Down to second gear.");
    REQUIRE(rules(c) == std::vector<std::string>{"claims.gear"});
    const MeasuredCorners before{cornersOf(c.guide), {c.facts}};
    c.guide.corners[0].endM += 40;
    CHECK(checkGuide(c.guide, before).empty());
    auto renumbered = cornerSaying("Down to second gear.").guide;
    renumbered.corners[0].number = 12; // a label: the facts are still this corner's
    const auto again = checkGuide(renumbered, before);
    CHECK(std::count_if(again.begin(), again.end(), [](const Finding& f) { return f.rule == "claims.gear"; }) == 1);
}

TEST_CASE("a voice that fails is a finding, never silence") {
    const auto c = cornerSaying("Brake at the board, then let it run.");
    const auto dumb = speechesOf(c.guide, [](const std::string&) {
        Speech s;
        s.failure = "the voice is hoarse";
        return s;
    });
    const auto found = unheardWords(dumb, c.guide);
    REQUIRE(found.size() == 1);
    CHECK(found[0].beat == BeatId{1});
    CHECK(found[0].message.find("hoarse") != std::string::npos);
    CHECK(dumb.of({1}, false)->lengthS > 1.5); // it keeps the room it would need
}

TEST_CASE("of two things of one name the one is meant that is nearest to what is spoken of") {
    hl::ClaimCorner corner;
    corner.references = {{"end of the left kerb", "kerb", "left", 100}, {"end of the left kerb", "kerb", "left", 210}};
    const auto* first = hl::referenceMeant(corner, "end of the left kerb");
    REQUIRE(first);
    CHECK(first->atM == 100);
    CHECK(hl::referenceMeant(corner, "end of the left kerb", 203)->atM == 210);
    CHECK(hl::referenceMeant(corner, "end of the left kerb", 90)->atM == 100);
    CHECK_FALSE(hl::referenceMeant(corner, "oak", 90));
}

TEST_CASE("a thing just before the timing line is a reference of the corner just behind it") {
    Guide g;
    GuideCorner first;
    first.id = {1}, first.number = 1, first.startM = -7, first.turnInM = -6, first.apexM = 51, first.endM = 110;
    g.corners = {first};
    GuideReference far, near;
    far.label = near.label = "end of the left kerb";
    far.atM = 103, near.atM = 754.7;
    g.references = {far, near};
    constexpr double kLapM = 754;
    const auto facts = claimFactsOf(g, {cornersOf(g), {CornerFacts{}}}, 60, kLapM);
    const ClaimReader reader(facts);
    const auto claims = reader.read("Turn 7 metres before the end of the left kerb.", 1);
    REQUIRE(claims.size() == 1);
    CHECK(claims[0].verdict == Verdict::Agrees);
    CHECK(reader.read("Turn in 40 metres after the end of the left kerb.", 1).at(0).verdict == Verdict::Differs);
}

TEST_CASE("what words say of the lap as a whole is held against it where it is known") {
    const auto c = cornerSaying("The lap is a 1:31.4, and third gear here.");
    const auto of = [&](WholeLap lap) { return checkGuide(c.guide, {cornersOf(c.guide), {c.facts}}, lap); };
    const auto wrong = [](const std::vector<Finding>& all) {
        return std::count_if(all.begin(), all.end(), [](const Finding& f) { return f.severity == Severity::Wrong; });
    };
    CHECK(wrong(of({})) == 0);
    CHECK(wrong(of({91.4, 4000})) == 0);
    CHECK(wrong(of({93.2, 4000})) == 1);
}

// SPDX-License-Identifier: GPL-3.0-or-later
// What is worth a look: in words, in parts that are missing, and in the finished plan.
#include "core/check/check.h"
#include "core/guide/edition.h"
#include "core/guide/edits.h"
#include "core/words/captions.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// A right-hander, Ferry Steps, braked for at 300 m, with a board on the left and a shed on the right; and a kink.
struct Made {
    Guide guide;
    CornerFacts facts, none;

    Made() {
        GuideCorner a;
        a.id = {1}, a.number = 1, a.name = "Ferry Steps", a.kind = "bend", a.side = Side::Right;
        a.startM = 280, a.turnInM = 360, a.apexM = 400, a.endM = 470;
        GuideCorner b;
        b.id = {2}, b.number = 2, b.name = "Withy", b.kind = "kink", b.side = Side::Left;
        b.startM = 700, b.turnInM = 720, b.apexM = 750, b.endM = 800;
        guide.corners = {a, b};
        GuideReference board, shed;
        board.id = {10}, board.kind = "board", board.label = "50 board", board.atM = 310, board.lateralM = 6;
        shed.id = {11}, shed.kind = "hut", shed.label = "shed", shed.atM = 330, shed.lateralM = -8;
        guide.references = {board, shed};
        guide.scene.conditions.road = RoadState::Dry;
        guide.scene.realTrack = false;
        facts.brakeOnsetM = Measured{300, 2}, facts.brakePeak = Measured{0.8, 0.01};
        facts.minGear = 3, facts.entryGear = 5, facts.minSpeed = Measured{25, 0.3};
        facts.shifts = {{330, 5, 4}, {350, 4, 3}};
        facts.fullThrottleM = Measured{450, 2};
    }
    Made& says(int number, Topic topic, const std::string& words, double atM = 300) {
        auto& c = guide.corners.at(static_cast<std::size_t>(number - 1));
        Beat b;
        b.id = newId<BeatId>(guide), b.topic = topic, b.atM = atM, b.words = words;
        c.beats.push_back(b);
        return *this;
    }
    std::vector<Finding> findings() const { return checkGuide(guide, {cornersOf(guide), {facts, none}}); }
    std::vector<Finding> of(const std::string& rule) const {
        auto all = findings();
        std::erase_if(all, [&](const Finding& f) { return f.rule != rule; });
        return all;
    }
};

} // namespace

TEST_CASE("words of another day are held against the advice of that day, and against nothing else") {
    Made m;
    const auto id = m.guide.corners[0].id;
    m.says(1, Topic::Gears, "I use third here.").says(1, Topic::Gears, "Take second.");
    auto& wet = m.guide.corners[0].beats[1];
    wet.only.variant = "wet";
    m.guide.edition.variant = "wet"; // only what is said is checked
    const auto told = [&] { return m.of("claims.gear").size(); };
    CHECK(told() == 0); // nobody knows what that day asks for
    m.guide = withAdvice(m.guide, id, {Topic::Gears, "second", "", ""}, "wet");
    CHECK(told() == 0);
    CHECK(m.of("claims.each-other").empty()); // they are never said on one day
    m.guide = withAdvice(m.guide, id, {Topic::Gears, "fourth", "", ""}, "wet");
    const auto wrong = m.of("claims.gear");
    REQUIRE(wrong.size() == 1);
    CHECK(wrong[0].beat == m.guide.corners[0].beats[1].id);
    CHECK(wrong[0].message.find("the advice says 4") != std::string::npos);
    REQUIRE(wrong[0].found);
    CHECK(wrong[0].found->corrected == "Take fourth.");
    for (const auto* words : {"In the wet, take second.", "When it rains I'd take second."}) {
        m.guide = withWords(m.guide, m.guide.corners[0].beats[1].id, words);
        CHECK(told() == 1);
    }
    m.guide = withAdvice(m.guide, id, {Topic::Gears, "second", "", ""}); // every day's; the wet says otherwise
    CHECK(told() == 1);
    m.says(1, Topic::Gears, "Leave it in second."); // on every day, and so in the wet
    CHECK(told() == 2);
    m.guide.edition.variant.clear();
    CHECK(told() == 0);
    m.guide.edition.variant = "wet";
    m.guide.corners[0].beats.pop_back();
    m.guide.scene.conditions.road = RoadState::Wet; // now that is the day of the lap
    m.guide = withWords(m.guide, m.guide.corners[0].beats[1].id, "Take fourth.");
    CHECK(told() == 0);
}

TEST_CASE("a claim that is left stays as a note with its reason, until its words change") {
    Made m;
    m.says(1, Topic::Gears, "I use second here.");
    const auto wrong = m.of("claims.gear");
    REQUIRE(wrong.size() == 1);
    CHECK(wrong[0].severity == Severity::Wrong);
    CHECK(toDo(wrong[0]) == ToDo::PutRight);
    REQUIRE(wrong[0].found);
    CHECK(wrong[0].found->corrected == "I use third here.");
    const auto beat = m.guide.corners[0].beats[0].id;
    CHECK(withClaimLeft(m.guide, beat, {"gear", "second", ""}) == m.guide); // not without a reason
    m.guide = withClaimLeft(m.guide, beat, {"gear", "second", "the old box"});
    m.guide = withClaimLeft(m.guide, beat, {"gear", "second", "an older car"});
    REQUIRE(m.guide.corners[0].beats[0].left.size() == 1);
    const auto left = m.of("claims.gear");
    REQUIRE(left.size() == 1);
    CHECK(left[0].severity == Severity::Note);
    CHECK(left[0].message.find("an older car") != std::string::npos);
    m.guide = withWords(m.guide, beat, "I use fourth here.");
    REQUIRE(m.of("claims.gear").size() == 1);
    CHECK(m.of("claims.gear")[0].severity == Severity::Wrong);
}

TEST_CASE("a claim is put right in the manner it was written") {
    Made m;
    m.guide.corners[0].advice = {{Topic::Apex, "late apex", "", ""}};
    const auto corrected = [&](const std::string& words) {
        auto one = m;
        one.says(1, Topic::Free, words);
        for (const auto& f : one.findings())
            if (f.found && f.found->corrected) return *f.found->corrected;
        return std::string("none");
    };
    CHECK(corrected("Second gear it is.") == "Third gear it is.");
    CHECK(corrected("I was in 2nd.") == "I was in third.");
    CHECK(corrected("We brake with 60 percent.") == "We brake with 80 percent.");
    CHECK(corrected("We brake with sixty percent.") == "We brake with eighty percent.");
    CHECK(corrected("The minimum is 70 km/h.") == "The minimum is 90 km/h.");
    CHECK(corrected("The minimum is seventy miles an hour.") == "The minimum is fifty six miles an hour.");
    CHECK(corrected("I brake twenty metres after the 50 board.") == "I brake 10 metres before the 50 board.");
    CHECK(corrected("Take an early apex.") == "Take a late apex.");
    CHECK(corrected("An early apex it must be.") == "A late apex it must be.");
    CHECK(corrected("It\u2019s a left\u2013hander.") == "It\u2019s a right\u2013hander.");
    CHECK(corrected("I use third here.") == "none");
}

TEST_CASE("two places of one corner that cannot both be are told once") {
    Made m;
    m.facts.brakePeak.reset(); // nobody measured it: neither contradicts the lap
    m.says(1, Topic::Brake, "I brake with eighty percent.").says(1, Topic::Brake, "I brake with fifty percent.", 320);
    m.says(1, Topic::Brake, "I brake with about eighty-five percent.", 330);
    const auto found = m.of("claims.each-other");
    REQUIRE(found.size() == 2); // fifty against both others
    CHECK(found[0].message.find("fifty percent") != std::string::npos);
    CHECK(found[0].message.find("eighty percent") != std::string::npos);
    // One told of and one advised may differ.
    Made other;
    other.facts.brakePeak.reset();
    other.says(1, Topic::Brake, "I brake with fifty percent.")
        .says(1, Topic::Brake, "Next time use eighty percent brake.");
    CHECK(other.of("claims.each-other").empty());
}

TEST_CASE("words about another corner are held against that one") {
    Made m;
    m.guide.corners[1].kind = "bend";
    m.none.minGear = 5, m.none.entryGear = 5;
    m.says(1, Topic::Gears, "At Withy it will be fifth gear.");
    CHECK(m.of("claims.gear").empty());
    Made wrong;
    wrong.none.minGear = 5, wrong.none.entryGear = 5;
    wrong.says(1, Topic::Gears, "At Withy I am in third gear.");
    REQUIRE(wrong.of("claims.gear").size() == 1);
    CHECK(wrong.of("claims.gear")[0].measured == "5");
}

TEST_CASE("references on the other side, and things nobody listed, are found") {
    Made m;
    m.says(1, Topic::Brake, "Brake at the 50 board on the right.");
    REQUIRE(m.of("references.side").size() == 1);
    CHECK(m.of("references.side")[0].measured == "left");
    for (const auto* fine : {"Brake at the 50 board on the left.", "The shed on your right is the one.",
                             "After the 50 board on the right kerb.", "Brake at the 50 board."}) {
        Made other;
        other.says(1, Topic::Brake, fine);
        INFO(fine);
        CHECK(other.of("references.side").empty());
    }
    Made none;
    none.says(1, Topic::Brake, "Brake at the blue sign.");
    CHECK(none.of("references.none").size() == 1);
}

TEST_CASE("marks, captions and takes are read like words") {
    Made m;
    m.says(1, Topic::Gears, "Use third here.");
    Marker mark;
    mark.id = newId<MarkerId>(m.guide), mark.kind = "gear-post", mark.label = "2nd gear";
    m.guide.corners[0].markers = {mark};
    CHECK(m.of("markers.text").size() == 1);
    m.guide.corners[0].markers[0].only.variant = "wet"; // holds on another day
    CHECK(m.of("markers.text").empty());
    m.guide.corners[0].beats[0].caption = "second gear";
    CHECK(m.of("claims.gear").size() == 1);
    m.guide.corners[0].beats[0].caption.clear();
    Take take;
    take.text = "Use third here.", take.slips = {{1, 2, "second gear", 0, 1}};
    m.guide.corners[0].beats[0].takes = {take};
    REQUIRE(m.of("take.contradicts").size() == 1);
    CHECK(m.of("take.contradicts")[0].claim == "second gear");
}

TEST_CASE("what is not to be named is found wherever it stands, as a word") {
    Made m;
    m.says(1, Topic::Free, "This is where the Falcons come by.").says(1, Topic::Free, "A falcon!");
    m.guide = withNamesNotAllowed(m.guide, {"  falcon ", "", "\u00c9tang"});
    REQUIRE(m.guide.notAllowed.size() == 2);
    CHECK(m.of("names.not-allowed").size() == 1); // "Falcons" is another word
    m.guide.corners[1].name = "Falcon Bend", m.guide.scene.car = "A Falcon";
    m.guide.corners[0].advice = {{Topic::Brake, "as at the \u00c9tang", "", ""}};
    CHECK(m.of("names.not-allowed").size() == 4);
}

TEST_CASE("paint wants a word about the wet, and an advanced guide its pedals") {
    Made m;
    m.says(1, Topic::Exit, "Run out over the painted strip.");
    CHECK(m.of("wet.paint").size() == 1);
    m.says(1, Topic::Free, "In the wet stay off it.");
    CHECK(m.of("wet.paint").empty());
    CHECK(m.of("parts.topic").size() == 2); // braking, turn-in or apex; the exit is told
    m.says(1, Topic::Brake, "Brake.").says(1, Topic::Apex, "Late apex.");
    CHECK(m.of("parts.topic").empty());
    Made basic;
    basic.says(1, Topic::Free, "Slow down.");
    basic.guide.school.advanced = false;
    CHECK(basic.of("parts.topic").empty());
}

namespace {

/// One walk of corner 1: 10 s of film from 250 m on at 20 m/s, and what is spoken over it.
Cut cutOf(const Made& m, BeatId beat, double fromS, double toS, std::vector<Caption> captions = {}) {
    Cut cut;
    Section s;
    s.kind = SectionKind::WalkThrough, s.corner = m.guide.corners[0].id;
    s.start = at<GuideTime>(0), s.end = at<GuideTime>(10);
    s.shots = {{ShotKind::Footage, at<GuideTime>(0), at<GuideTime>(10), at<FootageTime>(12.5), at<FootageTime>(22.5), 1,
                beat}};
    auto speech = std::make_shared<Speech>();
    speech->beat = beat, speech->text = beatWith(m.guide, beat)->words;
    s.spoken = {{speech, s.corner, at<GuideTime>(fromS), at<GuideTime>(toS), std::move(captions)}};
    cut.sections = {s}, cut.lengthS = 10;
    return cut;
}

RoadClock evenClock() { // 20 m/s from metre 0 at 0 s
    RoadClock c;
    for (int k = 0; k <= 100; ++k) c.metres.push_back(20.0 * k), c.footageS.push_back(k);
    c.footageLengthS = 100;
    return c;
}

std::vector<std::string> rulesOf(const std::vector<Finding>& found) {
    std::vector<std::string> out;
    for (const auto& f : found)
        if (f.rule != "parts.empty") out.push_back(f.rule); // these cuts hold what they are about alone
    return out;
}

} // namespace

TEST_CASE("a thing that is spoken of must be ahead and near while it is") {
    Made m;
    m.says(1, Topic::Brake, "Brake at the 50 board.");
    const auto beat = m.guide.corners[0].beats[0].id;
    const auto found = [&](double from, double to) {
        return rulesOf(checkCut(m.guide, cutOf(m, beat, from, to), evenClock(), nullptr));
    };
    CHECK(found(0, 2).empty());                                  // 60 to 20 m ahead
    CHECK(found(4, 6) == std::vector<std::string>{"sight.out"}); // 20 m behind
    m.guide.references[0].atM = 520;
    CHECK(found(0, 2) == std::vector<std::string>{"sight.out"}); // 230 m ahead at the end
    const auto one = checkCut(m.guide, cutOf(m, beat, 0, 2), evenClock(), nullptr).front();
    CHECK(one.atS == Approx(0));
    CHECK(toDo(one) == ToDo::MakeReadable);
}

TEST_CASE("captions that nobody can read in time are noted") {
    Made m;
    m.says(1, Topic::Free, "Some words");
    const auto beat = m.guide.corners[0].beats[0].id;
    const std::string forty = "these are forty letters of a caption, ok";
    CHECK(rulesOf(checkCut(m.guide, cutOf(m, beat, 0, 2, {{0, 2.4, forty}}), evenClock(), nullptr)).empty());
    CHECK(rulesOf(checkCut(m.guide, cutOf(m, beat, 0, 2, {{0, 1.2, forty}}), evenClock(), nullptr)) ==
          std::vector<std::string>{"captions.fast"});
}

TEST_CASE("a mark that never shows its words, and a corner that takes far more than its share") {
    Made m;
    m.says(1, Topic::Free, "Some words");
    const auto beat = m.guide.corners[0].beats[0].id;
    auto cut = cutOf(m, beat, 0, 2);
    Marker read, unread, other;
    read.id = {50}, read.kind = "ring", read.label = "shed";
    unread.id = {51}, unread.kind = "ring", unread.label = "50 board";
    other.id = {52}, other.kind = "kerb", other.label = "kerb"; // of a kind that shows none by itself
    m.guide.corners[0].markers = {read, unread, other};
    LabelPlan labels;
    labels.labels = {{{50}, at<GuideTime>(0), at<GuideTime>(2), {}}};
    const auto found = checkCut(m.guide, cut, evenClock(), &labels);
    REQUIRE(rulesOf(found) == std::vector<std::string>{"marks.unread"});
    CHECK(found[0].claim == "50 board");
    // Four corners of 5 s of lap; three take 15 s of guide, one 60 s.
    Guide g;
    Cut longer;
    for (int n = 1; n <= 4; ++n) {
        GuideCorner c;
        c.id = {n}, c.number = n, c.startM = 200.0 * n, c.endM = c.startM + 100, c.apexM = c.startM + 50;
        g.corners.push_back(c);
        Section s;
        s.corner = c.id, s.end = at<GuideTime>(n == 3 ? 60 : 15);
        longer.sections.push_back(s);
    }
    const auto tooLong = checkCut(g, longer, evenClock(), nullptr);
    REQUIRE(rulesOf(tooLong) == std::vector<std::string>{"length.corner"});
    CHECK(tooLong[0].corner == CornerId{3});
    CHECK(toDo(tooLong[0]) == ToDo::Shorten);
    g.corners[2].consequence = 3; // where it hurts nobody counts seconds
    CHECK(rulesOf(checkCut(g, longer, evenClock(), nullptr)).empty());
}

TEST_CASE("words of another day are held against no lap of this one, and words that are not said against none") {
    Made m;
    m.says(1, Topic::Gears, "I use second here.");
    const auto beat = m.guide.corners[0].beats[0].id;
    REQUIRE(m.of("claims.gear").size() == 1);
    auto dry = m.guide;
    m.guide = withBeatOnlyIn(dry, beat, {"wet", {}});
    CHECK(m.of("claims.gear").empty());
    m.guide.edition.variant = "wet"; // said, but of the wet
    CHECK(m.of("claims.gear").empty());
    m.guide = withBeatOnlyIn(dry, beat, {"dry", {}});
    CHECK(m.of("claims.gear").size() == 1); // the lap was driven in the dry
    m.guide.edition.variant = "wet";
    CHECK(m.of("claims.gear").empty());
    m.guide = withBeatOnlyIn(dry, beat, {{}, Depth::Basic});
    CHECK(m.of("claims.gear").empty());
    m.guide.edition.depth = Depth::Basic;
    CHECK(m.of("claims.gear").size() == 1);
}

TEST_CASE("a lap that is told and was not filmed is told") {
    Made m;
    m.says(1, Topic::Brake, "Brake at the 50 board.");
    auto cut = cutOf(m, m.guide.corners[0].beats[0].id, 0, 2);
    m.guide = withFurtherLap(m.guide, 7, true);
    const auto laps = [&] {
        auto all = checkCut(m.guide, cut, evenClock(), nullptr);
        std::erase_if(all, [](const Finding& f) { return f.rule != "parts.lap"; });
        return all;
    };
    REQUIRE(laps().size() == 1);
    CHECK(laps()[0].message.find("lap 7") != std::string::npos);
    CHECK(toDo(laps()[0]) == ToDo::Complete);
    cut.sections.back().lap = 7;
    CHECK(laps().empty());
}

TEST_CASE("words without room are told, but for the calls over a whole lap") {
    Made m;
    m.says(1, Topic::Brake, "Brake at the 50 board.");
    const auto beat = m.guide.corners[0].beats[0].id;
    auto cut = cutOf(m, beat, 0, 2);
    const auto findings = [&](SectionKind section, bool leftOut) {
        cut.noRoom = {{beat, m.guide.corners[0].id, section, 1.2, 3, leftOut}};
        auto all = checkCut(m.guide, cut, evenClock(), nullptr);
        std::erase_if(all, [](const Finding& f) { return !f.rule.starts_with("room."); });
        return all;
    };
    const auto late = findings(SectionKind::WalkThrough, false);
    REQUIRE(late.size() == 1);
    CHECK(late[0].rule == "room.late");
    CHECK(late[0].severity == Severity::Warn);
    CHECK(late[0].beat == beat);
    CHECK(toDo(late[0]) == ToDo::Shorten);
    CHECK(late[0].measured.find("3 words fewer") != std::string::npos);
    CHECK(findings(SectionKind::Run, true).at(0).severity == Severity::Note);
    CHECK(findings(SectionKind::Run, true).at(0).rule == "room.left-out");
    CHECK(findings(SectionKind::Lap, true).empty());
}

TEST_CASE("a film that may lie elsewhere in the log is told, and one on foot goes without a tie") {
    Made m;
    m.guide.sources.films = {{{50}, FilmRole::Onboard, "../films/onboard.mp4"}, {{51}, FilmRole::Foot, "walk.mp4"}};
    for (const double confidence : {0.0, 0.08, 0.9}) {
        m.guide.sources.films[0].tie.confidence = confidence;
        const auto told = m.of("parts.tie");
        CHECK(told.size() == (confidence < kSureEnough ? 1 : 0));
        for (const auto& f : told) {
            CHECK(f.message.find("onboard.mp4") != std::string::npos);
            CHECK(toDo(f) == ToDo::Complete);
        }
    }
}

TEST_CASE("a corner that the film does not show is told, unless nobody asked for it") {
    Made m;
    m.says(1, Topic::Brake, "Brake at the 50 board.");
    auto clock = evenClock();
    const auto cut = cutOf(m, m.guide.corners[0].beats[0].id, 0, 2); // of the first corner alone
    const auto told = [&] {
        auto all = checkCut(m.guide, cut, clock, nullptr);
        std::erase_if(all, [](const Finding& f) { return f.rule != "parts.corner"; });
        return all;
    };
    CHECK(told().empty()); // the second is in the film: it was left out
    clock.footageLengthS = seconds(clock.footage(740));
    REQUIRE(told().size() == 1);
    CHECK(told()[0].corner == m.guide.corners[1].id);
    CHECK(told()[0].message.find("Withy") != std::string::npos);
    for (double& t : clock.footageS) t -= 1000; // the film begins behind both; the first has a section all the same
    CHECK(told().size() == 1);
    m.guide.outline = {{false, {SectionKind::Lap}}};
    CHECK(told().empty());
}

// SPDX-License-Identifier: GPL-3.0-or-later
// Whose words they are: of the lap that is shown, of what to do, of somebody else. Every subject with every verb.
#include "core/claims/claim_reader.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// A right-hander that is braked for, with advice of its own; a left taken with a lift.
ClaimFacts made() {
    ClaimFacts f;
    ClaimCorner a;
    a.number = 1, a.name = "Kettle Row", a.direction = "right", a.kind = "slow";
    a.facts.numbers = {{"brake_onset_m", 500}, {"brake_peak_pct", 70},  {"min_gear", 3}, {"entry_gear", 5},
                       {"exit_gear", 3},       {"turn_in_m", 545},      {"apex_m", 572}, {"min_speed_kmh", 65},
                       {"exit_speed_kmh", 99}, {"entry_speed_kmh", 180}};
    a.facts.brakes = true, a.facts.flat = false, a.facts.lifts.emplace(), a.facts.apexKind = "early";
    a.advice.numbers = {{"brake_onset_m", 512}, {"min_gear", 2}, {"turn_in_m", 556}};
    a.advice.apexKind = "late";
    a.references = {
        {"100 board", "board", "left", 500}, {"kiosk", "building", "right", 512}, {"seam", "seam", "left", 556}};
    ClaimCorner b;
    b.number = 2, b.name = "Weir", b.direction = "left", b.kind = "fast";
    b.facts.numbers = {{"min_gear", 5}, {"entry_gear", 5}, {"exit_gear", 5}, {"min_speed_kmh", 150}};
    b.facts.lifts = {{1212, 1240, 40}};
    b.facts.brakes = false, b.facts.flat = false;
    b.references = {{"elm", "tree", "right", 1212}};
    f.corners = {a, b};
    return f;
}

struct Said {
    const char* words;
    bool agrees;
};
/// What one who drives does, after a pronoun.
constexpr Said kDone[] = {
    {"took it in third", true},        {"took it in second", false},   {"used third gear here", true},
    {"used second gear", false},       {"went down to third", true},   {"went down to second", false},
    {"braked at the 100 board", true}, {"braked at the kiosk", false}, {"hit the brakes at the kiosk", false},
    {"carried sixty-five", true},      {"carried eighty", false},      {"slowed to sixty-five", true}};

} // namespace

TEST_CASE("what I, we, he or she did is of the lap that is shown, and held against it") {
    const auto facts = made();
    const ClaimReader reader(facts);
    for (const auto* who : {"I", "We", "He", "She", "So I", "And we", "This time I", "Here he"})
        for (const auto& done : kDone) {
            const auto text = std::string(who) + " " + done.words + ".";
            INFO(text);
            const auto read = reader.read(text, 1);
            REQUIRE(read.size() == 1);
            CHECK(read[0].stance == Stance::Driven);
            CHECK(read[0].verdict == (done.agrees ? Verdict::Agrees : Verdict::Differs));
        }
    for (const auto* text :
         {"I was in second.", "We were in second gear here.", "I am in second.", "It was second gear."})
        CHECK(reader.read(text, 1).at(0).verdict == Verdict::Differs);
}

TEST_CASE("what strangers did contradicts nothing, whatever they are called") {
    const auto facts = made();
    const ClaimReader reader(facts);
    int shown = 0, all = 0;
    for (const auto* who : {"My cousin", "The green van", "A plumber", "Another driver", "The other team",
                            "Their number nine", "Some baron", "Everybody else", "The lad behind me",
                            "Our second driver", "One of the locals", "That motorcycle", "An old friend"})
        for (const auto& done : kDone) {
            if (done.agrees) continue;
            ++all;
            for (const auto& c : reader.read(std::string(who) + " " + done.words + ".", 1))
                if (c.verdict == Verdict::Differs) ++shown;
        }
    CHECK(shown <= all / 25); // nearly none of names that nobody ever heard
    for (const auto* text :
         {"In the wet we took it in second.", "With more wing I carried eighty.", "If it rains, brake at the kiosk.",
          "Bikes take second.", "Quick drivers brake at the kiosk.", "Others brake at the kiosk, so what."})
        for (const auto& c : reader.read(text, 1)) CHECK(c.verdict == Verdict::Unknown);
}

TEST_CASE("of two clauses each has its own driver") {
    const auto facts = made();
    const auto read = ClaimReader(facts).read("Others brake at the 100 board, I brake at the kiosk.", 1);
    REQUIRE(read.size() == 2);
    CHECK(read[0].verdict == Verdict::Unknown);
    CHECK(read[1].verdict == Verdict::Differs);
    const auto unlike = ClaimReader(facts).read("Unlike the others I brake at the kiosk.", 1);
    REQUIRE(unlike.size() == 1);
    CHECK(unlike[0].verdict == Verdict::Differs);
}

TEST_CASE("advice is held against the advice, where a word says that it is some") {
    const auto facts = made();
    const ClaimReader reader(facts);
    for (const auto* text :
         {"You should brake at the kiosk.", "Next time brake at the kiosk.", "Your braking point should be the kiosk.",
          "Brakes on at the kiosk, please.", "My advice would be to brake at the kiosk.",
          "A better lap: brake at the kiosk.", "What works is braking at the kiosk.",
          "Go twelve metres deeper than the 100 board.", "Second will pull.", "You'd be better off at the kiosk.",
          "Don't turn before the seam.", "Wait for the seam, then turn."}) {
        INFO(text);
        const auto read = reader.read(text, 1);
        REQUIRE(read.size() == 1);
        CHECK(read[0].verdict == Verdict::Agrees);
        CHECK(read[0].byAdvice);
    }
    CHECK(reader.read("You should brake at the 100 board.", 1).at(0).verdict == Verdict::Differs);
}

TEST_CASE("what only its form makes advice contradicts nothing that was driven") {
    const auto facts = made();
    const ClaimReader reader(facts);
    CHECK(reader.read("Early apex.", 1).at(0).verdict == Verdict::Agrees); // as it was driven
    CHECK(reader.read("Late apex.", 1).at(0).verdict == Verdict::Agrees);  // as it should be
    CHECK(reader.read("Middle apex.", 1).at(0).verdict == Verdict::Differs);
    CHECK(reader.read("Take an early apex.", 1).at(0).verdict == Verdict::Differs); // told, and not guessed
}

TEST_CASE("where the foot comes off is where one brakes, or lifts, as the corner is") {
    const auto facts = made();
    const ClaimReader reader(facts);
    const auto brakes = reader.read("Hold it to the kiosk, then brake.", 1);
    REQUIRE(brakes.size() == 1);
    CHECK(brakes[0].fact == "brake_onset_m");
    CHECK(brakes[0].verdict == Verdict::Agrees);
    const auto lifts = reader.read("Hold it to the elm.", 2);
    REQUIRE(lifts.size() == 1);
    CHECK(lifts[0].fact == "lift_start_m");
    CHECK(lifts[0].verdict == Verdict::Agrees);
}

TEST_CASE("what one would never see is not denied, and who got it wrong is somebody else throughout") {
    const auto facts = made();
    const ClaimReader reader(facts);
    for (const auto& c : reader.read("Turn in at the seam or you'll never see the late apex.", 1))
        CHECK(c.verdict != Verdict::Differs);
    const auto claims = reader.read("He got it all wrong: fourth gear, far too deep, brakes at the seam.", 1);
    REQUIRE(!claims.empty());
    for (const auto& c : claims) CHECK(c.verdict == Verdict::Unknown);
}

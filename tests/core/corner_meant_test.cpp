// SPDX-License-Identifier: GPL-3.0-or-later
// Words written for one corner that are about another.
#include "core/claims/claim_reader.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// Four corners in second, fifth, first and third gear.
ClaimFacts fourCorners() {
    ClaimFacts facts;
    const std::pair<const char*, double> corners[] = {{"Drovers", 2}, {"Long Copse", 5}, {"Pinfold", 1}, {"Mill", 3}};
    for (const auto& [name, gear] : corners) {
        ClaimCorner c;
        c.number = static_cast<int>(facts.corners.size()) + 1, c.name = name, c.direction = "left", c.kind = "medium";
        c.facts.numbers["min_gear"] = c.facts.numbers["entry_gear"] = c.facts.numbers["exit_gear"] = gear;
        c.facts.brakes = true, c.facts.flat = false;
        facts.corners.push_back(std::move(c));
    }
    return facts;
}

/// The corner the first claim is about.
int aboutOf(const ClaimReader& reader, const char* words, int corner) {
    const auto claims = reader.read(words, corner);
    return claims.empty() ? -1 : claims[0].about.value_or(corner);
}

} // namespace

TEST_CASE("what is said of a corner nearby is held against that corner") {
    const auto facts = fourCorners();
    const ClaimReader reader(facts);
    const struct {
        int corner;
        const char* words;
        int about;
    } cases[] = {{3, "At Drovers it is second gear.", 1},
                 {2, "In the first corner it's second gear.", 1},
                 {4, "Back in turn one we were in second.", 1},
                 {2, "In the next corner it's first gear.", 3},
                 {2, "The next corner is first gear.", 3},
                 {2, "Next corner: first gear.", 3},
                 {4, "In the next corner it's second gear.", 1}, // the lap goes round
                 {1, "In the previous corner it is third gear.", 4},
                 {3, "The corner before was fifth gear.", 2},
                 {3, "One corner back I was in fifth.", 2},
                 {1, "Two corners later I'm in first.", 3},
                 {4, "Earlier on, at Drovers, second gear.", 1},
                 {2, "Coming up next is Pinfold, first gear.", 3},
                 {1, "After that, Long Copse in fifth.", 2},
                 {3, "T1 second gear.", 1},
                 {2, "The following bend wants first gear.", 3},
                 {1, "The one after this is taken in fifth.", 2},
                 {1, "Long Copse's fifth gear.", 2},
                 {2, "Pinfold, up next, is first gear.", 3}};
    for (const auto& c : cases) {
        INFO(c.words);
        CHECK(aboutOf(reader, c.words, c.corner) == c.about);
        const auto claims = reader.read(c.words, c.corner);
        REQUIRE(claims.size() == 1);
        CHECK(claims[0].verdict != Verdict::Differs); // all of them are so
    }
    // And what is not so there is told.
    const auto wrong = reader.read("The next corner is third gear.", 2);
    REQUIRE(wrong.size() == 1);
    CHECK(wrong[0].verdict == Verdict::Differs);
}

TEST_CASE("words that only mention another corner are about their own") {
    const auto facts = fourCorners();
    const ClaimReader reader(facts);
    for (const auto* words :
         {"Out of Drovers, fifth gear all the way.", "From Drovers on I'm in fifth gear.",
          "Fifth gear, then set up for the next corner.", "Unlike the next corner, fifth gear here.",
          "A turn later than most, fifth gear.", "Slower than the previous corner, fifth gear.",
          "Two turns of lock, fifth gear.", "The first turn of the wheel is fifth gear.", "Long Copse: fifth gear."}) {
        INFO(words);
        CHECK(aboutOf(reader, words, 2) == 2);
    }
    // A single corner has no neighbours.
    auto alone = facts;
    alone.corners.resize(1);
    const ClaimReader one(alone);
    CHECK(aboutOf(one, "In the next corner it's second gear.", 1) == 1);
    CHECK(aboutOf(one, "In the next corner it's second gear.", 9) == 9);
}

TEST_CASE("of the way out of another corner nothing is known") {
    const auto facts = fourCorners();
    const ClaimReader reader(facts);
    const auto claims = reader.read("Coming out of Drovers in third gear.", 2);
    REQUIRE(claims.size() == 1);
    CHECK(claims[0].verdict == Verdict::Unknown);
    CHECK(aboutOf(reader, "Coming out of Long Copse in fourth gear.", 2) == 2);
}

TEST_CASE("where corners between were not measured, nothing is known of the next one") {
    auto facts = fourCorners();
    facts.corners[2].number = 7, facts.corners[3].number = 8;
    const ClaimReader reader(facts);
    CHECK(aboutOf(reader, "The next corner is third gear.", 7) == 8);
    for (const auto* words : {"The next corner is first gear.", "The next corner is fourth gear."}) {
        const auto claims = reader.read(words, 2);
        REQUIRE(claims.size() == 1);
        CHECK(claims[0].about == 3);
        CHECK(claims[0].verdict == Verdict::Unknown);
    }
    for (const auto* words : {"Back in turn five it was fourth gear.", "In the last corner it is fourth gear.",
                              "In the final corner it is fourth gear."}) {
        INFO(words);
        const auto claims = reader.read(words, 7);
        REQUIRE(claims.size() == 1);
        CHECK(claims[0].verdict == Verdict::Unknown);
    }
}

// SPDX-License-Identifier: GPL-3.0-or-later
// By what one calls a thing beside the road, and which of several is meant.
#include "core/claims/claim_reader.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

ClaimFacts cornerWith(std::vector<ClaimReference> references) {
    ClaimFacts f;
    ClaimCorner c;
    c.number = 2, c.name = "Quarry Bend", c.direction = "left", c.kind = "medium";
    c.facts.numbers = {{"brake_onset_m", 500}, {"turn_in_m", 560}, {"min_gear", 3}};
    c.facts.brakes = true;
    c.references = std::move(references);
    f.corners = {c};
    return f;
}

/// What a sentence's one place is meant to be; "-" where it is read and nothing is meant, "" where none is read.
std::string meantBy(const ClaimFacts& facts, const std::string& sentence) {
    for (const auto& c : ClaimReader(facts).read(sentence, 2))
        if (c.kind == ClaimKind::Distance) return c.said.ref.value_or("-");
    return "";
}

} // namespace

TEST_CASE("a thing is known by its name, by a part of it, and written apart or together") {
    const auto facts = cornerWith({{"old timing hut", "building", "left", 480},
                                   {"chevron board", "board", "left", 495},
                                   {"marshal post 12", "post", "right", 510},
                                   {"lamppost", "post", "right", 530},
                                   {"flag pole", "post", "left", 540},
                                   {"pit-exit cones", "cone", "right", 550}});
    const auto meant = [&](const char* words) { return meantBy(facts, std::string("I brake at the ") + words + "."); };
    CHECK(meant("old timing hut") == "old timing hut");
    CHECK(meant("timing hut") == "old timing hut");
    CHECK(meant("hut") == "old timing hut");
    CHECK(meant("chevron board") == "chevron board");
    CHECK(meant("chevron") == "chevron board");
    CHECK(meant("Chevron Board") == "chevron board");
    CHECK(meant("marshal post") == "marshal post 12");
    CHECK(meantBy(facts, "I brake at post 12.") == "marshal post 12");
    CHECK(meant("lamp post") == "lamppost");
    CHECK(meant("lamp-post") == "lamppost");
    CHECK(meant("flagpole") == "flag pole");
    CHECK(meant("exit cones") == "pit-exit cones");
    CHECK(meant("pit exit cones") == "pit-exit cones");
    CHECK(meant("old") == ""); // how it looks is no name
    CHECK(meant("water tower") == "-");
}

TEST_CASE("a part that two things have in common means neither of them") {
    const auto facts = cornerWith({{"first rumble strip", "kerb", "left", 480},
                                   {"second rumble strip", "kerb", "left", 520},
                                   {"red hoarding", "board", "left", 490},
                                   {"blue hoarding", "board", "right", 505}});
    CHECK(meantBy(facts, "I brake at the rumble strip.") == "-");
    CHECK(meantBy(facts, "I brake at the second rumble strip.") == "second rumble strip");
    CHECK(meantBy(facts, "I brake at the hoarding.") == "-");
    CHECK(meantBy(facts, "I brake at the blue hoarding.") == "blue hoarding");
}

TEST_CASE("short names are parts of the name, never a look, a number or a piece of a kerb") {
    CHECK(shortNames("start of the exit kerb").empty());
    CHECK(shortNames("100 board") == std::vector<std::string>{"board"});
    CHECK(shortNames("oak").empty());
    CHECK(shortNames("").empty());
    for (const auto& name : shortNames("big red sign")) CHECK((name == "red sign" || name == "sign"));
    const auto metres = shortNames("100 m board");
    CHECK(std::find(metres.begin(), metres.end(), "m board") == metres.end());
}

TEST_CASE("a place that was called by a part of its name is held like any other") {
    const auto facts = cornerWith({{"old timing hut", "building", "left", 490}});
    const auto read = ClaimReader(facts).read("I brake ten metres after the timing hut.", 2);
    REQUIRE(read.size() == 1);
    CHECK(read[0].verdict == Verdict::Agrees);
    const auto off = ClaimReader(facts).read("I brake at the timing hut.", 2);
    REQUIRE(off.size() == 1);
    CHECK(off[0].verdict == Verdict::Differs);
    CHECK(off[0].measured == "10 m after the old timing hut");
}

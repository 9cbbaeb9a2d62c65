// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim_reader.h"
#include "core/claims/plain.h"
#include "core/claims/weighed_words.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;

namespace {

ClaimFacts oneCorner() {
    ClaimCorner c;
    c.number = 1, c.name = "Withy Bend", c.direction = "left", c.kind = "slow";
    c.facts.numbers = {{"min_gear", 2},        {"brake_onset_m", 300},   {"min_speed_kmh", 66},
                       {"brake_peak_pct", 80}, {"entry_speed_kmh", 188}, {"exit_speed_kmh", 104}};
    c.facts.flat = false, c.facts.brakes = true;
    c.references = {{"pump house", "building", "left", 320}, {"end of the pump house", "building", "left", 330}};
    ClaimFacts facts;
    facts.corners = {c};
    return facts;
}

bool has(const std::vector<std::string>& pieces, const std::string& piece) {
    return std::find(pieces.begin(), pieces.end(), piece) != pieces.end();
}

SentenceSense senseOf(const std::string& sentence) {
    const auto facts = oneCorner();
    return WordScales(facts).weigh(plainText(sentence).text);
}

bool contradicts(const std::string& sentence) {
    const auto facts = oneCorner();
    const auto claims = ClaimReader(facts).read(sentence, 1);
    return std::any_of(claims.begin(), claims.end(), [](const Claim& c) { return c.verdict == Verdict::Differs; });
}

} // namespace

TEST_CASE("Whoever does something in a sentence is found, however far behind its noun") {
    const auto doers = [](std::string_view s) {
        std::vector<std::string_view> words;
        for (std::size_t at = 0; at < s.size();) {
            const auto end = std::min(s.find(' ', at), s.size());
            words.push_back(s.substr(at, end - at));
            at = end + 1;
        }
        return doersIn(words);
    };
    CHECK(doers("the old hands turn at the post") == std::set<std::string>{"hands"});
    CHECK(doers("the man in the blue car brakes later") == std::set<std::string>{"man"});
    CHECK(doers("it is tight , but a braver man brakes here") == std::set<std::string>{"man"});
    CHECK(doers("i brake and you turn").empty());
    CHECK(doers("brake at the post").empty());
    CHECK(doers("the").empty());
    CHECK(doers("").empty());
}

TEST_CASE("A sentence is weighed by kinds of names and numbers, not by this track's own") {
    const auto facts = oneCorner();
    const WordScales scales(facts);
    const auto known = [](const std::string& word) { return word != "marzipan"; };
    const auto pieces = scales.pieces(plainText("Brake at the end of the pump house, second, 80 marzipan").text, known);
    CHECK(has(pieces, "the (thing)"));
    CHECK(has(pieces, "(ordinal)"));
    CHECK(has(pieces, "(figure)"));
    CHECK(has(pieces, "(unheard 1)"));
    CHECK_FALSE(has(pieces, "(unheard 2)"));
    CHECK_FALSE(has(pieces, "pump"));
    CHECK(std::is_sorted(pieces.begin(), pieces.end()));
    CHECK(scales.pieces("", known) == std::vector<std::string>{"(begin) (end)"});
}

TEST_CASE("Tea, trophies and hotels tell nothing of a corner; what is driven does") {
    CHECK(senseOf("We had tea and cake in the clubhouse afterwards").tellsNothing > 0);
    CHECK(senseOf("My mother collected the trophy and the photographers laughed").tellsNothing > 0);
    CHECK(senseOf("Second gear, brake at the pump house, late apex").tellsNothing < -2);
    CHECK(senseOf("I turn in at sixty six and touch the inside kerb").tellsNothing < -2);
}

TEST_CASE("Another's car is told by its driver; one's own is not") {
    CHECK(senseOf("The lads in the other class are flat here").otherCase > 0);
    CHECK(senseOf("I brake at the pump house").otherCase < -2);
    CHECK_FALSE(contradicts("The retired postman next door goes down to first here on rainy Sundays"));
    CHECK(contradicts("I go down to first here"));
}

TEST_CASE("A speed of which nobody says where it was is no contradiction while one of the corner's fits it") {
    CHECK_FALSE(contradicts("It's 188 here."));
    CHECK_FALSE(contradicts("You're doing 104 km/h here."));
    CHECK(contradicts("It's 131 here."));
    CHECK(contradicts("The slowest is 104 km/h."));
}

// SPDX-License-Identifier: GPL-3.0-or-later
// Sentences as people say them, with what a careful person finds in them.
#include "core/claims/claim_reader.h"
#include "core/claims/plain.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

/// A heavy braking right-hander, Gorse Gap, with a board and a hut; and Mill Rise, a left taken with a lift.
ClaimFacts made() {
    ClaimFacts f;
    f.lapS = 95.2, f.lengthM = 4020;
    f.toNextS = {{4, 5.1}};
    ClaimCorner a;
    a.number = 4, a.name = "Gorse Gap", a.direction = "right", a.kind = "tightening";
    a.facts.numbers = {{"brake_onset_m", 1210},
                       {"brake_peak_pct", 74},
                       {"brake_release_m", 1302},
                       {"trail_m", 22},
                       {"min_speed_kmh", 88},
                       {"min_gear", 3},
                       {"entry_gear", 6},
                       {"exit_gear", 3},
                       {"turn_in_m", 1280},
                       {"apex_m", 1318},
                       {"throttle_pickup_m", 1325},
                       {"full_throttle_m", 1370},
                       {"entry_speed_kmh", 214},
                       {"exit_speed_kmh", 121},
                       {"coast_s", 0.3}};
    a.facts.shifts = {{1225, 6, 5}, {1244, 5, 4}, {1262, 4, 3}};
    a.facts.lifts.emplace(), a.facts.flat = false, a.facts.brakes = true, a.facts.apexKind = "late",
                             a.facts.doubleApex = false;
    a.facts.kerbs = {{"right", "full"}, {"left", "none"}};
    a.advice.numbers = {{"min_speed_kmh", 92}};
    a.references = {
        {"150 board", "board", "left", 1170}, {"100 board", "board", "left", 1220}, {"hut", "building", "right", 1205}};
    ClaimCorner b;
    b.number = 5, b.name = "Mill Rise", b.direction = "left", b.kind = "sweeper";
    b.facts.numbers = {{"brake_peak_pct", 0},    {"min_speed_kmh", 163}, {"min_gear", 5},  {"entry_gear", 5},
                       {"exit_gear", 5},         {"turn_in_m", 1700},    {"apex_m", 1740}, {"throttle_pickup_m", 1722},
                       {"full_throttle_m", 1736}};
    b.facts.lifts = {{1680, 1722, 65}};
    b.facts.flat = false, b.facts.brakes = false, b.facts.apexKind = "middle";
    b.references = {{"marker post", "post", "right", 1676}};
    f.corners = {a, b};
    return f;
}

/// "gear agrees, brake_pct differs": kinds and verdicts in the order of the text.
std::string told(const std::vector<Claim>& claims) {
    std::string out;
    for (const auto& c : claims)
        out += (out.empty() ? "" : ", ") + std::string(key(c.kind)) + " " + std::string(key(c.verdict));
    return out;
}

struct Sentence {
    int corner;
    const char *text, *claims;
};

} // namespace

TEST_CASE("claims are found in what people say, and held against the right side") {
    const auto facts = made();
    const ClaimReader reader(facts);
    const Sentence all[] = {
        {4, "Third gear, three quarters of the brake.", "gear agrees, brake_pct agrees"},
        {4, "I'm in 4th here.", "gear differs"},
        {4, "From sixth down three gears.", "gear agrees, gear agrees"},
        {4, "You brake at the hut with about seventy percent.", "distance agrees, brake_pct agrees"},
        {4, "Brake ten metres before the hundred board.", "distance agrees"},
        {4, "I braked at the 150.", "distance differs"},
        {4, "Brake at the second board.", "distance differs"},
        {4, "Brake by the blue cone.", "distance unknown"},
        {4, "Minimum speed is 55 miles an hour.", "speed agrees"},
        {4, "Your minimum should be ninety-two.", "speed agrees"},
        {4, "It's 88 kph at the slowest point, and I leave at a hundred and twenty.", "speed agrees, speed agrees"},
        {4, "Don't use second.", "gear agrees"},
        {4, "Don't use third.", "gear differs"},
        {4, "A late apex, and every bit of power after it.", "apex agrees"},
        {4, "Take an early apex.", "apex differs"},
        {4, "Ride the inside kerb and leave the outside kerb alone.", "kerb agrees, kerb agrees"},
        {4, "It's a left-hander.", "direction differs"},
        {4, "Trail the brake in for twenty metres.", "brake_shape agrees, metres agrees"},
        {4, "Brake in a straight line.", "brake_shape differs"},
        {4, "Back on the power just after the apex.", "power agrees"},
        {4, "Full throttle before the apex.", "power differs"},
        {4, "Five seconds to the next one.", "time agrees"},
        {4, "My lap was a 1:35.2.", "time agrees"},
        {4, "There are three tenths in it.", "time unknown"},
        {4, "Same gear as Mill Rise.", "compare differs"},
        {4, "It's slower than Mill Rise.", "compare agrees"},
        {4, "If it rains, third becomes fourth.", "gear unknown"},
        {4, "In the wet brake at the 150 board.", "distance unknown"},
        {4, "Maybe fourth.", "gear differs"},
        {4, "Second, sorry, third gear.", "gear agrees"},
        {4, "never more than eighty percent brake", "brake_pct agrees"},
        {5, "Just a little lift at the marker post, no brakes.", "flat agrees, distance agrees, flat agrees"},
        {5, "This is flat.", "flat differs"},
        {5, "I lift to sixty-five percent.", "flat agrees, throttle_pct agrees"},
        {5, "so you stay in fifth it's a left you breathe off the throttle and then you are flat by the apex",
         "gear agrees, direction agrees, flat agrees, power agrees"},
        {5, "Brake with forty percent.", "brake_pct differs"},
        {5, "I come off the gas at the marker post.", "flat agrees, distance agrees"},
        {5, "Almost flat, just a small lift.", "flat agrees"},
        {5, "Flat four metres before the apex.", "power agrees"},
        {4, "From sixth down to third.", "gear agrees, gear agrees"},
        {4, "The lap record is a 1:31.", "time unknown"},
        {4, "Everyone says second, I say third.", "gear unknown, gear agrees"},
        {4, "My braking point is the hut.", "distance agrees"},
        {4, "Hit the brakes as you pass the hut.", "distance agrees"},
        {4, "Eighty-eight in the middle, a hundred and twenty-one on the exit.", "speed agrees, speed agrees"},
        {4, "Get the braking done before you turn in.", "brake_shape differs"}};
    for (const auto& s : all) {
        INFO(s.text);
        CHECK(told(reader.read(s.text, s.corner)) == s.claims);
    }
}

TEST_CASE("nothing is found where nothing is claimed") {
    const auto facts = made();
    const ClaimReader reader(facts);
    for (const char* text : {"Turn three is my favourite.",
                             "The second time round I had it.",
                             "Look at the hut on the right.",
                             "Is that third or fourth?",
                             "It gets four cars wide on lap one.",
                             "There's a 40 percent chance of rain.",
                             "A second later I was on the grass.",
                             "Good morning and welcome.",
                             "I love this place.",
                             "The hundred board is on the left.",
                             "That's right, keep going.",
                             "We have six corners to go.",
                             "The kerb is new this year.",
                             "Number seven was faster everywhere.",
                             "",
                             " ... ",
                             "!?",
                             "First of all, breathe.",
                             "What gear would you use?",
                             "It's the third corner of the lap."}) {
        INFO(text);
        CHECK(told(reader.read(text, 4)) == "");
    }
}

TEST_CASE("values, spans and stances are those of the words") {
    const auto facts = made();
    const ClaimReader reader(facts);
    const auto c = reader.read("Caf\u00e9 side: I never use more than eighty per cent of the brake.", 4);
    REQUIRE(c.size() == 1);
    CHECK(c[0].said.most);
    CHECK(*c[0].said.number == 80);
    CHECK(c[0].from == 33); // code points, not bytes
    CHECK(c[0].to == 48);
    CHECK(reader.read("You should be in third.", 4).at(0).stance == Stance::Advised);
    CHECK(reader.read("We were in third.", 4).at(0).stance == Stance::Driven);
    CHECK(reader.read("I think it's third.", 4).at(0).stance == Stance::Hedged);
    CHECK(reader.read("It's not second.", 4).at(0).stance == Stance::Negated);
    CHECK(reader.read("The faster class uses fourth.", 4).at(0).stance == Stance::Other);
    CHECK(reader.read("brake two car lengths past the hut", 4).at(0).unit == "car_length");
    const auto between = reader.read("I brake between the 150 and the 100 board.", 4).at(0);
    CHECK(between.verdict == Verdict::Agrees);
    CHECK(*between.said.otherRef == "100 board");
}

TEST_CASE("numbers are read however they are written or spoken") {
    const auto plain = [](const char* text) { return plainText(text).text; };
    CHECK(plain("a hundred and thirty") == " 130 ");
    CHECK(plain("one eighty-three") == " 183 ");
    CHECK(plain("Forty\u2011four, two hundred and fifty") == plain("forty four, 250"));
    CHECK(plain("four point four") == " 4.4 ");
    CHECK(plain("80kph 1:35.2") == " 80 km/h 1:35.2 ");
    CHECK(plain("this one and that one") == " this one and that one ");
    CHECK(plain("3rd curb") == " third kerb ");
    CHECK(plain("") == " ");
}

TEST_CASE("what is not known stays unknown, fact by fact") {
    const char* const texts[] = {"Third gear.",
                                 "Brake at the hut, seventy-four percent.",
                                 "88 km/h at the slowest.",
                                 "Trail the brake.",
                                 "Power just after the apex.",
                                 "A late apex.",
                                 "A right-hander.",
                                 "All of the inside kerb.",
                                 "A 1:35.2 lap."};
    auto facts = made();
    facts.lapS.reset();
    auto& c = facts.corners[0];
    c.facts = {}, c.advice = {}, c.direction.clear();
    const ClaimReader reader(facts);
    for (const auto* text : texts) {
        INFO(text);
        const auto claims = reader.read(text, 4);
        CHECK_FALSE(claims.empty());
        for (const auto& one : claims) {
            CHECK(one.verdict == Verdict::Unknown);
            CHECK_FALSE(one.measured.empty()); // why
        }
        for (const auto& one : reader.read(text, 99)) CHECK(one.verdict == Verdict::Unknown);
    }
}

TEST_CASE("a sentence more never changes what the others claim, and no text is too much") {
    const auto facts = made();
    const ClaimReader reader(facts), another(facts); // each remembers what it has read
    const char* const parts[] = {"Third gear.",   "Brake at the hut.", "If it rains, stay out.",
                                 "Is it second?", "I lift here!",      "No more than 80 percent brake."};
    std::mt19937 random(4);
    for (int k = 0; k < 60; ++k) {
        std::string text, expected;
        for (int n = 0; n < 4; ++n) {
            const auto* one = parts[random() % 6];
            text += std::string(one) + " ";
            const auto alone = told(another.read(one, 4));
            if (!alone.empty()) expected += (expected.empty() ? "" : ", ") + alone;
        }
        INFO(text);
        CHECK(told(reader.read(text, 4)) == expected);
    }
    std::string big, noise;
    while (big.size() < (1u << 18)) big += "brake at the hut in third gear with seventy percent and a late apex ";
    for (int k = 0; k < (1 << 18); ++k) noise += static_cast<char>(random() % 256);
    CHECK_FALSE(reader.read(big, 4).empty());
    reader.read(noise, 4);
    // What is easily looked through again at every letter.
    for (const std::string_view one :
         {" ", ".", ". ", "... ", "\u2026 ", ",", "a", "third ", "100 ", "and ", "it's ", "- "}) {
        std::string same;
        while (same.size() < (1u << 18)) same += one;
        INFO(one);
        reader.read(same, 4);
    }
    const ClaimFacts nothing;
    CHECK(told(ClaimReader(nothing).read("Third gear.", 1)) == "gear unknown");
}

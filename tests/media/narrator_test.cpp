// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/narrator.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;

TEST_CASE("the scratch voice speaks and says when each word begins") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    const auto u = (*voice)->speak("Brake at the second board, third gear.");
    REQUIRE(u);
    REQUIRE(u->words.size() == 7);
    CHECK(u->words[0].text == "Brake");
    CHECK(u->words[4].text == "board");
    for (std::size_t i = 1; i < u->words.size(); ++i) CHECK(u->words[i].startS > u->words[i - 1].startS);
    CHECK(u->words.back().startS < u->sound.length().count());
    double loud = 0;
    for (const float s : u->sound.samples) loud = std::max(loud, std::abs(static_cast<double>(s)));
    CHECK(loud > 0.1);
    CHECK((*voice)->duration("Brake at the second board, third gear.") == Approx(u->sound.length().count()));
}

TEST_CASE("longer words take longer, no words take no time, and the same words sound the same") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    CHECK((*voice)->duration("Brake here, and then let the pedal come back slowly.") >
          (*voice)->duration("Brake here."));
    CHECK((*voice)->duration("") == 0);
    CHECK((*voice)->duration(" ... ") == 0);
    CHECK((*voice)->speak("Turn in.")->sound.samples == (*voice)->speak("Turn in.")->sound.samples);
    auto slow = scratchVoice(110);
    REQUIRE(slow);
    CHECK((*slow)->duration("Squeeze the power gently.") > 1.2 * (*voice)->duration("Squeeze the power gently."));
}

TEST_CASE("words with letters beyond ASCII keep their places") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    const auto u = (*voice)->speak("Caf\u00e9 corner, brake.");
    REQUIRE(u);
    REQUIRE(u->words.size() == 3);
    CHECK(u->words[2].text == "brake");
}

// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/narrator.h"

#include <catch2/catch.hpp>
#include <cmath>

using namespace hl;

namespace {
double lengthOf(Narrator& n, const std::string& text) {
    const auto u = n.speak(text);
    REQUIRE(u);
    return u->sound.length().count();
}
} // namespace

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
    CHECK(lengthOf(**voice, "Brake at the second board, third gear.") == Approx(u->sound.length().count()));
}

TEST_CASE("longer words take longer, no words take no time, and the same words sound the same") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    CHECK(lengthOf(**voice, "Brake here, and then let the pedal come back slowly.") > lengthOf(**voice, "Brake here."));
    CHECK(lengthOf(**voice, "") == 0);
    CHECK(lengthOf(**voice, " ... ") == 0);
    CHECK((*voice)->speak("Turn in.")->sound.samples == (*voice)->speak("Turn in.")->sound.samples);
    const auto slow = (*voice)->speak("Squeeze the power gently.", 110);
    REQUIRE(slow);
    CHECK(slow->sound.length().count() > 1.2 * lengthOf(**voice, "Squeeze the power gently."));
}

TEST_CASE("words with letters beyond ASCII keep their places") {
    auto voice = scratchVoice();
    REQUIRE(voice);
    const auto u = (*voice)->speak("Caf\u00e9 corner, brake.");
    REQUIRE(u);
    REQUIRE(u->words.size() == 3);
    CHECK(u->words[2].text == "brake");
    CHECK(u->words[2].from == std::string("Caf\u00e9 corner, ").size()); // bytes
}

TEST_CASE("what will be heard of a guide: every beat and cue once, and without a voice each says so") {
    Guide g;
    GuideCorner c;
    c.id = {2};
    c.beats = {{{3}, Topic::Brake, 0, "Brake at the board.", "Brake"}, {{4}, Topic::Apex, 0, "", ""}};
    g.corners = {c};
    auto voice = scratchVoice();
    REQUIRE(voice);
    const auto heard = speechesOf(g, voice->get());
    REQUIRE(heard.all().size() == 2);
    const auto words = heard.of({3}, false);
    REQUIRE(words);
    CHECK(words->failure.empty());
    CHECK(words->words.size() == 4);
    CHECK(words->sound->length().count() == Approx(words->lengthS));
    CHECK(heard.of({3}, true)->text == "Brake");
    CHECK_FALSE(heard.of({4}, false));
    const auto dumb = speechesOf(g, nullptr);
    REQUIRE(dumb.of({3}, false));
    CHECK_FALSE(dumb.of({3}, false)->failure.empty());
    CHECK(dumb.of({3}, false)->lengthS > 0.5);
}

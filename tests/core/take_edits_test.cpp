// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard of a take, and what is done about what was said differently.
#include "core/guide/edits.h"
#include "core/guide/validated.h"
#include "core/take/take_edits.h"
#include "core/take/take_sound.h"
#include "core/units/numbers.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// "Brake at the board now." with a second of silence after each word; word k sounds in [k, k + 0.5).
Take spoken() {
    Take t{"takes/a.wav",
           0,
           5,
           "Brake at the board now.",
           {{0, 0, 0.5}, {6, 1, 1.5}, {9, 2, 2.5}, {13, 3, 3.5}, {19, 4, 4.5}},
           {},
           {}};
    return t;
}

Guide guideWith(Take take) {
    Guide g;
    GuideCorner c;
    c.id = newId<CornerId>(g), c.number = 1, c.startM = 10, c.turnInM = 20, c.apexM = 30, c.endM = 40, c.apexesM = {30};
    c.beats = {{newId<BeatId>(g), Topic::Free, 20, take.text, ""}};
    g.corners = {c};
    return withTake(std::move(g), c.beats[0].id, std::move(take));
}

const Beat& beat(const Guide& g) { return g.corners[0].beats[0]; }
BeatId id(const Guide& g) { return beat(g).id; }

} // namespace

TEST_CASE("the last three takes are kept, and an earlier one can be heard again") {
    auto g = guideWith(spoken());
    for (int k = 1; k <= 4; ++k) {
        auto t = spoken();
        t.file = "takes/" + std::to_string(k) + ".wav";
        g = withTake(std::move(g), id(g), t);
    }
    REQUIRE(beat(g).takes.size() == kTakesKept);
    CHECK(beat(g).takes[0].file == "takes/4.wav");
    g = withTakeChosen(std::move(g), id(g), 2);
    CHECK(beat(g).takes[0].file == "takes/2.wav");
    CHECK(beat(g).takes.size() == 3);
    g = withoutTake(std::move(g), id(g));
    CHECK(beat(g).takes[0].file == "takes/4.wav");
    CHECK(withTake(g, BeatId{999}, spoken()) == g);
    CHECK(validated(g));
    auto bad = g;
    bad.corners[0].beats[0].takes[0].cuts = {{3, 2}};
    CHECK_FALSE(validated(bad));
}

TEST_CASE("what was said is written, and the rest keeps its times") {
    auto t = spoken();
    t.words.erase(t.words.begin() + 3); // "board" was not said
    t.slips = {{13, 18, "big sign", 3, 3.6}, {19, 19, "right", 3.7, 3.9}};
    auto g = guideWith(t);
    g = withSlipAccepted(std::move(g), id(g), 0);
    CHECK(beat(g).words == "Brake at the big sign now.");
    REQUIRE(beat(g).takes[0].slips.size() == 1);
    CHECK(beat(g).takes[0].slips[0].from == 22);
    g = withSlipAccepted(std::move(g), id(g), 0);
    CHECK(beat(g).words == "Brake at the big sign right now.");
    for (const auto& w : beat(g).takes[0].words) CHECK((w.from == 0 || beat(g).words[w.from - 1] == ' '));
    const auto words = heardWords(beat(g).takes[0], beat(g).words);
    REQUIRE(words.size() == 7);
    CHECK(words[6].text == "now.");
    CHECK(words[6].startS == 4);
    for (std::size_t i = 1; i < words.size(); ++i) CHECK(words[i].startS >= words[i - 1].startS);

    auto missing = spoken();
    missing.words.erase(missing.words.begin() + 1);
    missing.slips = {{6, 8, "", 1, 1}};
    auto h = guideWith(missing);
    h = withSlipAccepted(std::move(h), id(h), 0);
    CHECK(beat(h).words == "Brake the board now.");
    // Somebody has written on: their words stay.
    auto own = guideWith(t);
    own = withWords(std::move(own), id(own), "Something else.");
    CHECK(beat(withSlipAccepted(own, id(own), 0)).words == "Something else.");
}

TEST_CASE("what was said besides is cut out, and pauses are shortened, without a click and without touching a word") {
    auto t = spoken();
    t.slips = {{19, 19, "um", 3.6, 3.9}};
    auto g = guideWith(t);
    CHECK(heardLength(beat(g).takes[0]) == Approx(5));
    g = withSlipCutOut(std::move(g), id(g), 0);
    CHECK(beat(g).takes[0].slips.empty());
    CHECK(heardLength(beat(g).takes[0]) == Approx(4.7));
    g = withPausesShortened(std::move(g), id(g), 0.2);
    const auto& take = beat(g).takes[0];
    CHECK(heardLength(take) < 3.7);
    for (const auto& c : allCuts(take))
        for (const auto& w : take.words) CHECK((c.toS <= w.startS || c.fromS >= w.endS));
    CHECK(validated(g));
    CHECK(heardLength(beat(withPausesShortened(g, id(g), 0)).takes[0]) == Approx(4.7));

    Sound file{48000, 0, {}};
    for (int i = 0; i < 48000 * 5; ++i)
        file.samples.push_back(0.3f * static_cast<float>(std::sin(2 * kPi * 150 * i / 48000.0)));
    const auto heard = heardSound(take, file);
    CHECK(heard.length().count() == Approx(heardLength(take)).margin(0.05));
    float jump = 0, usual = 0;
    for (std::size_t i = 1; i < heard.samples.size(); ++i)
        jump = std::max(jump, std::abs(heard.samples[i] - heard.samples[i - 1]));
    for (std::size_t i = 1; i < file.samples.size(); ++i)
        usual = std::max(usual, std::abs(file.samples[i] - file.samples[i - 1]));
    CHECK(jump < 2 * usual);
    CHECK(heardSound(take, Sound{}).samples.empty());
    auto beyond = take;
    beyond.fromS = 100, beyond.toS = 120, beyond.cuts.clear();
    CHECK(heardSound(beyond, file).samples.empty());
}

TEST_CASE("words that were rewritten keep the times of those that stayed") {
    const auto t = spoken();
    for (const char* now : {"Brake at the board now.", "Brake hard at that board, now!", "Now.", "",
                            "Something quite different here", "board the at Brake"}) {
        const auto words = heardWords(t, now);
        double before = 0;
        for (const auto& w : words) {
            CHECK(w.startS >= before - 1e-9);
            CHECK(w.startS <= heardLength(t) + 1e-9);
            CHECK(std::string(now).substr(w.from, w.text.size()) == w.text);
            before = w.startS;
        }
    }
    CHECK(heardWords(t, "Brake hard at that board, now!")[4].startS == 3);
}

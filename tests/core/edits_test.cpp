// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/edits.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using hl::testing::madeGuide;

namespace {

Guide small() {
    Guide g;
    GuideCorner c;
    c.id = {9}, c.number = 1, c.startM = 100, c.turnInM = 180, c.apexM = 220, c.endM = 300;
    c.beats = {{{2}, Topic::Brake, 150, "Brake here", "Brake"}, {{3}, Topic::Apex, 220, "Clip it", ""}};
    g.corners = {c};
    g.nextId = 10;
    return g;
}

} // namespace

TEST_CASE("an edit changes what it names and nothing else") {
    const auto g = small();
    const auto words = withWords(g, {2}, "Brake later");
    CHECK(beatWith(words, {2})->words == "Brake later");
    CHECK(beatWith(words, {3})->words == "Clip it");
    CHECK(beatWith(g, {2})->words == "Brake here"); // the old value stays
    CHECK(beatWith(withCue(g, {3}, "kerb"), {3})->cue == "kerb");
    CHECK(cornerNumbered(withCornerName(g, {9}, "Sluice"), 1)->name == "Sluice");
}

TEST_CASE("edits of what does not exist leave the guide as it was") {
    const auto g = small();
    CHECK(withWords(g, {99}, "x").corners[0].beats == g.corners[0].beats);
    CHECK(withoutBeat(g, {99}).corners[0].beats == g.corners[0].beats);
    CHECK(withAdvice(g, {7}, {Topic::Brake, "later", "", ""}).corners[0].advice.empty());
}

TEST_CASE("beats stay inside their corner and in road order") {
    const auto g = small();
    const auto moved = withBeatAt(g, {2}, 280);
    CHECK(moved.corners[0].beats[0].id == BeatId{3});
    CHECK(moved.corners[0].beats[1].atM == 280);
    CHECK(beatWith(withBeatAt(g, {2}, 5000), {2})->atM == 300);
    CHECK(beatWith(withBeatAt(g, {2}, -5), {2})->atM == 100);
    const auto more = withNewBeat(g, {9}, 160, "new");
    CHECK(more.corners[0].beats[1].words == "new");
    CHECK(more.corners[0].beats[1].id == BeatId{10});
    CHECK(more.nextId == 11);
    CHECK(withNewBeat(withoutBeat(more, {10}), {9}, 160, "again").corners[0].beats[1].id ==
          BeatId{11}); // ids are never used again
}

TEST_CASE("advice replaces the row of its topic") {
    auto g = withAdvice(small(), {9}, {Topic::Brake, "6 m later", "fence", ""});
    g = withAdvice(std::move(g), {9}, {Topic::Brake, "8 m later", "fence", "drain"});
    REQUIRE(g.corners[0].advice.size() == 1);
    CHECK(g.corners[0].advice[0].advised == "8 m later");
    CHECK(withConsequence(g, {9}, 9).corners[0].consequence == 3);
}

TEST_CASE("undo and redo give back exactly what was, however long the way") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        std::mt19937 rng(seed);
        History history(madeGuide(seed).guide);
        std::vector<Guide> states{history.now()};
        for (int i = 0; i < 30; ++i) {
            const BeatId id{std::uniform_int_distribution<int>(1, std::max(1, history.now().nextId - 1))(rng)};
            if (i % 3 == 0)
                REQUIRE(history.apply({"remove", [id](Guide g) { return withoutBeat(std::move(g), id); }}));
            else
                REQUIRE(history.apply(
                    {"words", [id, i](Guide g) { return withWords(std::move(g), id, "edit " + std::to_string(i)); }}));
            states.push_back(history.now());
        }
        for (std::size_t i = states.size() - 1; i-- > 0;) {
            REQUIRE(history.undo());
            CHECK(history.now() == states[i]);
        }
        CHECK_FALSE(history.undo());
        CHECK_FALSE(history.changedSinceSave());
        for (std::size_t i = 1; i < states.size(); ++i) {
            REQUIRE(history.redo());
            CHECK(history.now() == states[i]);
        }
        CHECK_FALSE(history.redo());
    }
}

TEST_CASE("an edit that would not hold together is refused and leaves everything as it was") {
    History h(small());
    const auto before = h.now();
    const auto refused = h.apply({"twins", [](Guide g) {
                                      g.corners.push_back(g.corners.front());
                                      return g;
                                  }});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().id == "guide.bad-value");
    CHECK(refused.error().where == "corners[1].id");
    CHECK(h.now() == before);
    CHECK_FALSE(h.changedSinceSave());
    CHECK(h.undoText().empty());
}

TEST_CASE("history knows whether the guide differs from its file") {
    History h(small());
    const Edit e{"words", [](Guide g) { return withWords(std::move(g), {2}, "x"); }};
    CHECK_FALSE(h.changedSinceSave());
    REQUIRE(h.apply(e));
    CHECK(h.changedSinceSave());
    h.markSaved();
    REQUIRE(h.apply(e));
    h.undo();
    CHECK_FALSE(h.changedSinceSave());
    h.undo();
    CHECK(h.changedSinceSave());
    REQUIRE(h.apply(e)); // the saved state is in a future that is gone
    CHECK(h.changedSinceSave());
    CHECK(h.undoText() == "words");
}

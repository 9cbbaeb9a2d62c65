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
    c.number = 1, c.startM = 100, c.endM = 300;
    c.beats = {{1, Topic::Brake, 150, "Brake here", "Brake"}, {2, Topic::Apex, 220, "Clip it", ""}};
    g.corners = {c};
    g.nextId = 3;
    return g;
}

} // namespace

TEST_CASE("an edit changes what it names and nothing else") {
    const auto g = small();
    const auto words = withWords(g, 1, "Brake later");
    CHECK(beatWithId(words, 1)->words == "Brake later");
    CHECK(beatWithId(words, 2)->words == "Clip it");
    CHECK(beatWithId(g, 1)->words == "Brake here"); // the old value stays
    CHECK(beatWithId(withCue(g, 2, "kerb"), 2)->cue == "kerb");
    CHECK(cornerNumbered(withCornerName(g, 1, "Sluice"), 1)->name == "Sluice");
}

TEST_CASE("edits of what does not exist leave the guide as it was") {
    const auto g = small();
    CHECK(withWords(g, 99, "x").corners[0].beats == g.corners[0].beats);
    CHECK(withoutBeat(g, 99).corners[0].beats == g.corners[0].beats);
    CHECK(withAdvice(g, 7, {Topic::Brake, "later", "", ""}).corners[0].advice.empty());
}

TEST_CASE("beats stay inside their corner and in road order") {
    const auto g = small();
    const auto moved = withBeatAt(g, 1, 280);
    CHECK(moved.corners[0].beats[0].id == 2);
    CHECK(moved.corners[0].beats[1].atM == 280);
    CHECK(beatWithId(withBeatAt(g, 1, 5000), 1)->atM == 300);
    CHECK(beatWithId(withBeatAt(g, 1, -5), 1)->atM == 100);
    const auto more = withNewBeat(g, 1, 160, "new");
    CHECK(more.corners[0].beats[1].words == "new");
    CHECK(more.corners[0].beats[1].id == 3);
    CHECK(more.nextId == 4);
    CHECK(withNewBeat(withoutBeat(more, 3), 1, 160, "again").corners[0].beats[1].id == 4); // ids are never used again
}

TEST_CASE("advice replaces the row of its topic") {
    auto g = withAdvice(small(), 1, {Topic::Brake, "6 m later", "fence", ""});
    g = withAdvice(std::move(g), 1, {Topic::Brake, "8 m later", "fence", "drain"});
    REQUIRE(g.corners[0].advice.size() == 1);
    CHECK(g.corners[0].advice[0].advised == "8 m later");
    CHECK(withConsequence(g, 1, 9).corners[0].consequence == 3);
}

TEST_CASE("undo and redo give back exactly what was, however long the way") {
    for (unsigned seed = 1; seed <= 40; ++seed) {
        std::mt19937 rng(seed);
        History history(madeGuide(seed).guide);
        const auto wordsOf = [&] {
            std::string all;
            for (const auto& c : history.now().corners)
                for (const auto& b : c.beats) all += std::to_string(b.id) + b.words + "|";
            return all;
        };
        std::vector<std::string> states{wordsOf()};
        for (int i = 0; i < 30; ++i) {
            const int id = std::uniform_int_distribution<int>(1, std::max(1, history.now().nextId - 1))(rng);
            if (i % 3 == 0)
                history.apply({"remove", [id](Guide g) { return withoutBeat(std::move(g), id); }});
            else
                history.apply(
                    {"words", [id, i](Guide g) { return withWords(std::move(g), id, "edit " + std::to_string(i)); }});
            states.push_back(wordsOf());
        }
        for (std::size_t i = states.size() - 1; i-- > 0;) {
            REQUIRE(history.undo());
            CHECK(wordsOf() == states[i]);
        }
        CHECK_FALSE(history.undo());
        CHECK_FALSE(history.changedSinceSave());
        for (std::size_t i = 1; i < states.size(); ++i) {
            REQUIRE(history.redo());
            CHECK(wordsOf() == states[i]);
        }
        CHECK_FALSE(history.redo());
    }
}

TEST_CASE("history knows whether the guide differs from its file") {
    History h(small());
    const Edit e{"words", [](Guide g) { return withWords(std::move(g), 1, "x"); }};
    CHECK_FALSE(h.changedSinceSave());
    h.apply(e);
    CHECK(h.changedSinceSave());
    h.markSaved();
    h.apply(e);
    h.undo();
    CHECK_FALSE(h.changedSinceSave());
    h.undo();
    CHECK(h.changedSinceSave());
    h.apply(e); // the saved state is in a future that is gone
    CHECK(h.changedSinceSave());
    CHECK(h.undoText() == "words");
}

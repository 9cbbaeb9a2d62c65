// SPDX-License-Identifier: GPL-3.0-or-later
// Words in passes and sections, parted, joined, put in another order; takes follow them.
#include "core/guide/beat_edits.h"
#include "core/guide/validated.h"
#include "core/take/take_edits.h"
#include "core/take/take_sound.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

Guide oneCorner(std::vector<std::string> words) {
    Guide g;
    GuideCorner c;
    c.id = newId<CornerId>(g), c.number = 4, c.startM = 100, c.turnInM = 150, c.apexM = 200, c.endM = 300;
    double at = 120;
    for (auto& w : words) c.beats.push_back({newId<BeatId>(g), Topic::Free, at += 20, std::move(w), ""});
    g.corners = {c};
    return g;
}
const std::vector<Beat>& beats(const Guide& g) { return g.corners[0].beats; }

/// Word k of the text is spoken in [k, k + 0.5).
Take takeOf(const std::string& text) {
    Take t{"takes/a.wav", 0, 0, text, {}, {}, {}};
    std::size_t at = 0;
    for (int k = 0; at < text.size(); ++k) {
        t.words.push_back({at, k + 0.0, k + 0.5}), t.toS = k + 1;
        at = text.find(' ', at);
        if (at == std::string::npos) break;
        ++at;
    }
    return t;
}

} // namespace

TEST_CASE("words are parted at the cursor, and their take with them") {
    const std::string text = "Brake at the caf\u00e9 sign, then wait for it.";
    auto g = oneCorner({text, "Next."});
    g = withTake(std::move(g), beats(g)[0].id, takeOf(text));
    const auto at = text.find("then");
    auto parted = withBeatSplit(g, beats(g)[0].id, at);
    REQUIRE(beats(parted).size() == 3);
    const auto &a = beats(parted)[0], &b = beats(parted)[1];
    CHECK(a.words == "Brake at the caf\u00e9 sign,");
    CHECK(b.words == "then wait for it.");
    CHECK(a.id == beats(g)[0].id);
    CHECK((b.atM > a.atM && b.atM < beats(parted)[2].atM));
    REQUIRE(a.takes.size() == 1);
    REQUIRE(b.takes.size() == 1);
    CHECK(a.takes[0].toS == Approx(b.takes[0].fromS));
    CHECK(heardWords(b.takes[0], b.words)[1].text == "wait");
    CHECK(heardLength(a.takes[0]) + heardLength(b.takes[0]) == Approx(heardLength(takeOf(text))));
    CHECK(validated(parted));
    // Joined again it is what it was.
    const auto joined = withBeatsJoined(parted, a.id);
    REQUIRE(beats(joined).size() == 2);
    CHECK(beats(joined)[0].words == text);
    REQUIRE(beats(joined)[0].takes.size() == 1);
    CHECK(beats(joined)[0].takes[0].words == takeOf(text).words);
    CHECK(validated(joined));

    for (const std::size_t edge : {std::size_t{0}, text.size(), text.size() + 9})
        CHECK(withBeatSplit(g, beats(g)[0].id, edge) == g);
    CHECK(withBeatSplit(g, BeatId{777}, 3) == g);
    // A take of other words is not torn.
    auto rewritten = withWords(g, beats(g)[0].id, "Quite another sentence altogether.");
    rewritten = withBeatSplit(std::move(rewritten), beats(g)[0].id, 6);
    CHECK(beats(rewritten)[0].takes.empty());
}

TEST_CASE("words joined from two files are to be spoken again") {
    auto g = oneCorner({"One two.", "Three four."});
    auto other = takeOf("Three four.");
    other.file = "takes/b.wav";
    g = withTake(std::move(g), beats(g)[0].id, takeOf("One two."));
    g = withTake(std::move(g), beats(g)[1].id, other);
    g = withBeatsJoined(std::move(g), beats(g)[0].id);
    CHECK(beats(g)[0].words == "One two. Three four.");
    CHECK(beats(g)[0].takes.empty());
    CHECK(withBeatsJoined(g, beats(g)[0].id) == g); // there is no next
}

TEST_CASE("the order of words changes with their places, within one pass") {
    auto g = oneCorner({"a", "b", "c"});
    const auto b = beats(g)[1].id;
    const double first = beats(g)[0].atM;
    g = withBeatMoved(std::move(g), b, -1);
    CHECK(beats(g)[0].id == b);
    CHECK(beats(g)[0].atM == first);
    CHECK(withBeatMoved(g, b, -1) == g);
    g = withBeatMoved(std::move(g), b, 2);
    CHECK(beats(g)[2].id == b);
    g = withBeatPass(std::move(g), beats(g)[1].id, Pass::Detail);
    g = withBeatMoved(std::move(g), b, -1); // over the one of another pass
    CHECK(beats(g)[0].id == b);
    CHECK(std::is_sorted(beats(g).begin(), beats(g).end(), [](auto& x, auto& y) { return x.atM < y.atM; }));
}

TEST_CASE("every pass and section that has words is in the cut, at its place, and nothing twice") {
    for (unsigned seed = 1; seed <= 60; ++seed) {
        auto m = madeGuide(seed);
        std::mt19937 rng(seed);
        for (auto& c : m.guide.corners)
            for (auto& b : c.beats) {
                const auto pass = kPasses[rng() % 5];
                m.guide = withBeatPass(std::move(m.guide), b.id, pass);
            }
        for (const auto section : kSpokenSections)
            m.guide = withNewSectionBeat(std::move(m.guide), section, "welcome to the ring");
        m.guide.scene.conditions.sky = Sky::Clear;
        REQUIRE(validated(m.guide));
        const auto cut = planShortest(m.guide, m.clock, spoken(m.guide), {});
        std::map<BeatId, int> heard;
        double end = 0;
        for (const auto& s : cut.sections) {
            CHECK(seconds(s.start) == Approx(end));
            end = seconds(s.end);
            double free = seconds(s.start);
            for (const auto& w : s.spoken) {
                CHECK(seconds(w.start) >= free - 1e-6);
                CHECK(seconds(w.end) <= end + 1e-6);
                free = seconds(w.end);
                if (w.cue()) continue;
                ++heard[w.beat()];
                const auto* b = beatWith(m.guide, w.beat());
                if (cornerOf(m.guide, w.beat())) CHECK(sectionOf(b->pass) == s.kind);
            }
        }
        for (const auto& [id, times] : heard) CHECK(times == 1);
        for (const auto& c : m.guide.corners)
            for (const auto& b : c.beats)
                if (hasWords(b.words) && (b.pass == Pass::Walk || b.pass == Pass::Detail || b.pass == Pass::Above))
                    CHECK(heard.contains(b.id));
        for (const auto& s : m.guide.sectionWords) CHECK(heard.contains(s.beats[0].id));
    }
}

TEST_CASE("a section that is no spoken one takes no words, and stands once") {
    Guide g;
    CHECK(withNewSectionBeat(g, SectionKind::Lap, "x") == g);
    g = withNewSectionBeat(std::move(g), SectionKind::Close, "bye");
    g = withNewSectionBeat(std::move(g), SectionKind::Close, "and again");
    REQUIRE(g.sectionWords.size() == 1);
    CHECK(has(g.outline, SectionKind::Close));
    CHECK(cornerOf(g, g.sectionWords[0].beats[1].id) == nullptr);
    CHECK(beatWith(g, g.sectionWords[0].beats[1].id)->words == "and again");
    auto twice = g;
    twice.sectionWords.push_back(twice.sectionWords[0]);
    CHECK_FALSE(validated(twice));
    auto lap = g;
    lap.sectionWords[0].section = SectionKind::Lap;
    CHECK_FALSE(validated(lap));
    for (const auto& b : std::vector(g.sectionWords[0].beats)) g = withoutBeat(std::move(g), b.id);
    CHECK(g.sectionWords.empty());
}

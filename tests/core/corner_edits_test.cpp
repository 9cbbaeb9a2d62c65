// SPDX-License-Identifier: GPL-3.0-or-later
// Bounds, numbers, split and join: whatever is done to corners, what was written stays and stays at its metres.
#include "core/guide/corner_edits.h"
#include "core/guide/validated.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>
#include <map>
#include <random>

using namespace hl;
using hl::testing::madeGuide;

namespace {

GuideCorner corner(int number, double start, double turnIn, double apex, double end) {
    GuideCorner c;
    c.id = {100 + number}, c.number = number, c.startM = start, c.turnInM = turnIn, c.apexM = apex, c.endM = end;
    return c;
}

/// Two corners that touch at 300, and one farther on.
Guide three() {
    Guide g;
    g.corners = {corner(1, 100, 180, 220, 300), corner(2, 300, 340, 380, 450), corner(3, 700, 760, 800, 900)};
    g.corners[0].name = "Reed Gate", g.corners[1].name = "Curlew";
    g.corners[0].beats = {{{2}, Topic::Brake, 150, "Brake", ""}, {{3}, Topic::Exit, 280, "Out", ""}};
    g.corners[1].beats = {{{4}, Topic::Apex, 380, "Clip it", ""}};
    g.corners[2].beats = {{{5}, Topic::Brake, 730, "Brake", ""}};
    g.corners[0].complex = g.corners[1].complex = 1;
    g.nextId = 200;
    return g;
}

Corner told(double turnIn, double apex, Side side = Side::Right) {
    Corner c;
    c.turnInM = turnIn, c.apexM = apex, c.side = side, c.kind = "bend", c.angleRad = 1, c.minRadiusM = 40;
    return c;
}

std::map<BeatId, double> placesOf(const Guide& g) {
    std::map<BeatId, double> places;
    for (const auto& c : g.corners)
        for (const auto& b : c.beats) places[b.id] = b.atM;
    return places;
}

void checkSound(const Guide& g) {
    for (std::size_t i = 0; i < g.corners.size(); ++i) {
        const auto& c = g.corners[i];
        INFO("corner " << c.number << ": " << c.startM << " " << c.turnInM << " " << c.apexM << " " << c.endM);
        CHECK(c.startM <= c.turnInM);
        CHECK(c.turnInM <= c.apexM);
        CHECK(c.apexM <= c.endM);
        if (i > 0) {
            CHECK(g.corners[i - 1].number < c.number);
            CHECK(g.corners[i - 1].endM <= c.startM + 1e-6);
        }
        for (const auto& b : c.beats) {
            CHECK(b.atM >= c.startM - 1e-6);
            CHECK(b.atM <= c.endM + 1e-6);
        }
    }
}

} // namespace

TEST_CASE("a bound moves as far as the corner's order allows") {
    const auto g = three();
    CHECK(withCornerBound(g, {101}, Bound::TurnIn, 190).corners[0].turnInM == 190);
    CHECK(withCornerBound(g, {101}, Bound::TurnIn, 500).corners[0].turnInM < 220);
    CHECK(withCornerBound(g, {101}, Bound::Apex, 0).corners[0].apexM > 180);
    CHECK(withCornerBound(g, {103}, Bound::Start, 650).corners[2].startM == 650);
    CHECK(withCornerBound(g, {109}, Bound::Start, 650).corners.size() == 3);
}

TEST_CASE("where two corners touch the bound is of both, and words go over with their metres") {
    const auto g = withCornerBound(three(), {102}, Bound::Start, 260);
    CHECK(g.corners[0].endM == 260);
    CHECK(g.corners[1].startM == 260);
    REQUIRE(g.corners[1].beats.size() == 2);
    CHECK(g.corners[1].beats[0].id == BeatId{3}); // said at 280 m, which is the second corner's now
    CHECK(placesOf(g) == placesOf(three()));
    const auto back = withCornerBound(g, {101}, Bound::End, 300);
    CHECK(back.corners[0].beats.size() == 2);
    CHECK(back.corners[1].startM == 300);
}

TEST_CASE("a bound does not leave words in no corner") {
    const auto g = withCornerBound(three(), {103}, Bound::Start, 750); // words at 730, and nobody before who takes them
    CHECK(g.corners[2].startM <= 730);
    checkSound(g);
}

TEST_CASE("a split corner divides its words by their metres; joined again nothing is lost") {
    auto g = three();
    g.corners[0].advice = {{Topic::Brake, "later", "", ""}};
    g.corners[0].consequence = 3;
    const auto split = withCornerSplit(g, {101}, 240, told(180, 220), told(250, 270, Side::Left));
    REQUIRE(split.corners.size() == 4);
    CHECK(split.corners[0].beats.size() == 1);
    CHECK(split.corners[1].beats.size() == 1);
    CHECK(split.corners[1].beats[0].id == BeatId{3});
    CHECK(split.corners[0].name == "Reed Gate"); // it holds the apex
    CHECK(split.corners[0].advice.size() == 1);
    CHECK(split.corners[1].name.empty());
    CHECK(split.corners[1].consequence == 3); // a danger is not forgotten on either side
    CHECK(split.corners[1].side == Side::Left);
    CHECK(split.corners[3].number == 4);
    CHECK(complexLabel(cornersOf(split), split.corners[2].id) == "1-3");
    CHECK(split.corners[0].id == g.corners[0].id); // the first half goes on being the corner
    CHECK(split.corners[1].id == CornerId{200});
    CHECK(split.nextId == 201);
    CHECK(validated(split));
    checkSound(split);
    const auto joined = withCornersJoined(split, {101}, told(180, 220));
    REQUIRE(joined.corners.size() == 3);
    CHECK(joined.corners[0].beats.size() == 2);
    CHECK(joined.corners[0].name == "Reed Gate");
    CHECK(joined.corners[2].number == 3);
    CHECK(complexLabel(cornersOf(joined), joined.corners[1].id) == "1-2");
    CHECK(joined.corners[0].id == g.corners[0].id);
    CHECK(validated(joined));
    CHECK(placesOf(joined) == placesOf(g));
    CHECK(withCornerSplit(g, {101}, 5000, told(1, 2), told(3, 4)).corners.size() == 3);
    CHECK(withCornersJoined(g, {103}, told(1, 2)).corners.size() == 3); // there is no next
}

TEST_CASE("joining keeps both names and all advice") {
    auto g = three();
    g.corners[0].advice = {{Topic::Brake, "later", "", ""}};
    g.corners[1].advice = {{Topic::Brake, "softly", "post", ""}, {Topic::Exit, "use it all", "", ""}};
    const auto j = withCornersJoined(g, {101}, told(180, 380));
    CHECK(j.corners[0].name == "Reed Gate / Curlew");
    REQUIRE(j.corners[0].advice.size() == 2);
    CHECK(j.corners[0].advice[0].advised == "later; softly");
    CHECK(j.corners[0].advice[0].lookFor == "post");
}

TEST_CASE("numbers count on from one that is set, and never fall") {
    const auto g = withNumbersFrom(three(), {102}, 12);
    CHECK(g.corners[0].number == 1);
    CHECK(g.corners[1].number == 12);
    CHECK(g.corners[2].number == 13);
    CHECK(withNumbersFrom(three(), {102}, 1).corners[1].number == 2); // taken already
    auto labelled = three().corners[0];
    CHECK(title(labelled) == "1 Reed Gate");
    CHECK(title(labelled, CornerLabels::Numbers) == "Turn 1");
    CHECK(title(labelled, CornerLabels::Names) == "Reed Gate");
    labelled.name.clear();
    CHECK(title(labelled, CornerLabels::Names) == "Turn 1");
}

TEST_CASE("corners from a list take over what was written, by its metres") {
    auto a = told(170, 210), b = told(600, 640);
    a.number = 1, a.name = "One", a.startM = 120, a.endM = 260;
    b.number = 2, b.startM = 560, b.endM = 850;
    const auto g = withCorners(three(), {a, b});
    REQUIRE(g.corners.size() == 2);
    CHECK(placesOf(g) == placesOf(three()));
    CHECK(g.corners[0].name == "One");
    CHECK(g.corners[0].beats.size() == 3);   // 150, 280 and 380 m are nearest to the first
    CHECK(g.corners[0].id == CornerId{101}); // the first that comes home goes on
    CHECK(g.corners[1].id == CornerId{103});
    CHECK(validated(g));
    checkSound(g);
}

TEST_CASE("whatever is done, no word is lost or moved and the corners stay in order") {
    for (unsigned seed = 0; seed < 200; ++seed) {
        auto g = madeGuide(seed).guide;
        const auto places = placesOf(g);
        std::mt19937 rng(seed);
        for (int step = 0; step < 12; ++step) {
            INFO("seed " << seed << " step " << step);
            const auto at = std::uniform_real_distribution<double>(-100, 3000)(rng);
            const auto i = std::uniform_int_distribution<std::size_t>(0, g.corners.size() - 1)(rng);
            const auto& c = g.corners[i];
            switch (std::uniform_int_distribution<int>(0, 5)(rng)) {
            case 0: g = withCornerSplit(g, c.id, at, told(c.startM, c.startM), told(c.endM, c.endM)); break;
            case 1: g = withCornersJoined(g, c.id, told(c.turnInM, c.apexM)); break;
            case 2: g = withNumbersFrom(g, c.id, c.number + 3); break;
            default: g = withCornerBound(g, c.id, kBounds[static_cast<std::size_t>(step) % 4], at);
            }
            CHECK(placesOf(g) == places);
            checkSound(g);
            CHECK(validated(g));
        }
    }
}

// SPDX-License-Identifier: GPL-3.0-or-later
// What stands in the picture of the demo's film: how many labels at once, what nobody here knows, and where anchors
// point.
#include "core/cut/compose.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

std::vector<MarkOnScreen> marksAt(const Opened& o, double atM, double aspect = 16.0 / 9) {
    const auto clock = clockOf(o.guide, o.session);
    auto stage = stageOf(o.guide, o.session, clock);
    stage.filmAspect = aspect;
    return composeAt(stage, &o.guide.corners.front(), clock.footage(atM)).marks;
}

} // namespace

TEST_CASE("no more than two labels stand in the picture at once, however many marks there are") {
    auto o = openDemo({3});
    auto& c = o.guide.corners.front();
    for (int i = 0; i < 8; ++i)
        c.markers.push_back({newId<MarkerId>(o.guide), "ring",
                             OnRoad{c.turnInM + 4 * i, c.turnInM + 4 * i, i % 2 ? 4.0 : -4.0, 1},
                             "thing " + std::to_string(i)});
    std::size_t most = 0;
    for (double at = c.startM; at < c.endM; at += 5) {
        const auto marks = marksAt(o, at);
        most = std::max(most, marks.size());
        std::size_t labelled = 0, shifts = 0;
        for (const auto& m : marks) labelled += !m.kind->wordless && !m.label.empty(), shifts += m.kind->nextOnly;
        CHECK(labelled <= 2);
        CHECK(shifts <= 1);
    }
    CHECK(most > 5); // there was something to choose from
}

TEST_CASE("a marker of a kind that nobody here knows, or that points nowhere on the road, is not drawn") {
    auto o = openDemo({3});
    auto& c = o.guide.corners.front();
    c.markers = {{newId<MarkerId>(o.guide), "arrow-of-tomorrow", OnRoad{c.turnInM, c.turnInM}, "x"},
                 {newId<MarkerId>(o.guide), "ring", InPicture{}, "y"},
                 {newId<MarkerId>(o.guide), "ring", OnReference{{9999}}, "z"}};
    CHECK(marksAt(o, c.turnInM - 30).empty());
}

TEST_CASE("a ring on a reference stands where the reference stands, and moves with it") {
    auto o = openDemo({3});
    auto& c = o.guide.corners.front();
    REQUIRE_FALSE(o.guide.references.empty());
    auto& board = o.guide.references.front();
    board.atM = c.turnInM, board.lateralM = 7, board.heightM = 1;
    c.markers = {{newId<MarkerId>(o.guide), "ring", OnReference{board.id}, "board"},
                 {newId<MarkerId>(o.guide), "ring", OnRoad{c.turnInM, c.turnInM, 7, 0.8}, "same"}};
    const auto marks = marksAt(o, c.turnInM - 30);
    REQUIRE(marks.size() == 2);
    CHECK(marks[0].points[0].x == Approx(marks[1].points[0].x));
    CHECK(marks[0].points[0].y == Approx(marks[1].points[0].y));
    const double before = marks[0].points[0].x;
    board.lateralM = 9;
    for (const auto& m : marksAt(o, c.turnInM - 30))
        if (m.id == c.markers[0].id) CHECK(m.points[0].x < before - 5); // further to the left
}

TEST_CASE("in a narrower film the same place stands nearer to the middle by the film's own width") {
    auto o = openDemo({3});
    auto& c = o.guide.corners.front();
    c.markers = {{newId<MarkerId>(o.guide), "ring", OnRoad{c.turnInM, c.turnInM, 5, 0}, "x"}};
    const auto wide = marksAt(o, c.turnInM - 40), narrow = marksAt(o, c.turnInM - 40, 4.0 / 3);
    REQUIRE(wide.size() == 1);
    REQUIRE(narrow.size() == 1);
    const double half = kFrameWidth / 2;
    CHECK((narrow[0].points[0].x - half) / (wide[0].points[0].x - half) == Approx(960.0 / 1280).margin(1e-6));
}

TEST_CASE("two rings on one thing are one in the picture, and a near ring is as large as its thing") {
    auto o = openDemo({3});
    auto& c = o.guide.corners.front();
    c.markers.clear();
    const OnRoad place{c.turnInM, c.turnInM, 6, 1.2};
    for (int i = 0; i < 2; ++i) c.markers.push_back({newId<MarkerId>(o.guide), "ring", place, "white post"});
    c.markers.push_back({newId<MarkerId>(o.guide), "ring", OnRoad{c.turnInM, c.turnInM, -6, 1.2}, "white post"});
    const auto far = marksAt(o, c.turnInM - 60), near = marksAt(o, c.turnInM - 10);
    CHECK(far.size() == 2); // of the twins one, and that on the other side
    REQUIRE_FALSE(near.empty());
    const double metre = near.front().sizePx / 1.2; // px
    CHECK(metre > 50);
    CHECK(far.front().sizePx < near.front().sizePx / 3);
}

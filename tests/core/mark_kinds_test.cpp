// SPDX-License-Identifier: GPL-3.0-or-later
// Every kind of mark on a straight road that can be worked out on paper.
#include "core/mark/mark_kind.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// To the east along y = 0, 10 m wide; the car drives 2 m left of the middle.
struct Straight {
    Track road;
    LapTrace lap;
    CameraPose pose = looking({50, 2, 1.2}, 0, rad(-2), 0, 850);
    Straight() {
        road.closed = false, road.lengthM = 1000;
        for (double s = 0; s <= 1000; s += 5) {
            road.s.push_back(s), road.x.push_back(s), road.y.push_back(0), road.z.push_back(0);
            road.left.push_back(5), road.right.push_back(5);
            lap.s.push_back(s), lap.lateral.push_back(2);
        }
    }
    Projector at() const { return projectorAt(pose, road, &lap, 50, 150); }
    std::optional<MarkOnScreen> placed(const MarkKind& kind, const OnRoad& where) const {
        MarkOnScreen m;
        m.kind = &kind, m.aheadM = where.atM - 50;
        return kind.place(at(), where, m) ? std::optional(m) : std::nullopt;
    }
    Vec2 px(double atM, double left, double up = 0) const { return *project(pose, onRoad(road, atM, left, up)); }
};

bool near(Vec2 a, Vec2 b) { return std::hypot(a.x - b.x, a.y - b.y) < 1; }

} // namespace

TEST_CASE("every kind stands where it is put, draws something, and is not drawn behind the camera") {
    const Straight s;
    for (const auto* kind : markKinds()) {
        INFO(kind->key);
        const auto m = s.placed(*kind, {80, 105, 3, 0});
        REQUIRE(m);
        CHECK_FALSE(m->points.empty());
        for (const auto& p : m->points) {
            CHECK(p.x > -201);
            CHECK(p.x < kFrameWidth + 201);
            // the horizon is at 330; a post of 1.6 m, 30 m away, stands 12 px over it
            CHECK(p.y > 330 - 14);
        }
        const auto drawing = kind->draw(*m);
        CHECK_FALSE(drawing.shapes.empty());
        for (const auto& shape : drawing.shapes) CHECK_FALSE(shape.path.empty());
        CHECK(std::isfinite(kind->labelAt(*m).x));
        CHECK_FALSE(s.placed(*kind, {10, 30, 3, 0}));
        CHECK(markKindOf(kind->key) == kind);
    }
    CHECK(markKindOf("arrow-of-tomorrow") == nullptr);
}

TEST_CASE("a spot stands on its place, posts at both edges, and both are larger when they are nearer") {
    const Straight s;
    CHECK(near(s.placed(kHazardMark, {90, 90, -3, 0.5})->points[0], s.px(90, -3, 0.5)));
    const auto far = s.placed(kBrakePostsMark, {130, 130, 0, 0}), close = s.placed(kBrakePostsMark, {75, 75, 0, 0});
    REQUIRE(far);
    REQUIRE(close);
    CHECK(close->sizePx > 2 * far->sizePx);
    CHECK(far->points[0].x < s.px(130, 5).x);  // outside the left edge
    CHECK(far->points[3].x > s.px(130, -5).x); // and the right one
}

TEST_CASE(
    "the driven line lies under the car's way; an advised one leaves it in its middle and meets it at both ends") {
    const Straight s;
    const auto driven = s.placed(kRoadLineMark, {70, 110, 0, 0}), advised = s.placed(kRoadLineMark, {70, 110, -3, 0});
    REQUIRE(driven);
    REQUIRE(advised);
    REQUIRE(driven->points.size() == advised->points.size());
    CHECK(near(driven->points.front(), s.px(70, 2)));
    CHECK(near(advised->points.front(), driven->points.front()));
    CHECK(near(advised->points.back(), driven->points.back()));
    CHECK(near(advised->points[8], s.px(90, -1))); // the middle: three metres to the right
    auto asDriven = *driven, asAdvised = *advised;
    asDriven.way = "driven", asAdvised.way = "advised";
    CHECK_FALSE(kRoadLineMark.draw(asDriven).shapes[0].dashed);
    CHECK(kRoadLineMark.draw(asAdvised).shapes[0].dashed); // not told by colour alone
}

TEST_CASE("the power wedge widens along the driven line, towards the full pedal") {
    const Straight s;
    const auto m = s.placed(kPowerWedgeMark, {70, 100, 0, 0});
    REQUIRE(m);
    const auto half = m->points.size() / 2;
    CHECK(near(m->points[half - 1], s.px(100, 2.8)));
    CHECK(near(m->points[half], s.px(100, 1.2)));
    CHECK(near(m->points.front(), s.px(70, 2 + 0.8 * 0.12)));
}

TEST_CASE("passing and defending are two strokes; the own one is thick, and defending's other one is broken") {
    const Straight s;
    for (const auto* kind : {&kPassingMark, &kDefendingMark}) {
        const auto m = s.placed(*kind, {70, 110, 3.5, 0});
        REQUIRE(m);
        CHECK(m->second == m->points.size() / 2);
        CHECK(near(m->points.front(), s.px(70, 3.5)));
        CHECK(near(m->points[m->second], s.px(70, 1.3))); // towards the middle
        const auto shapes = kind->draw(*m).shapes;
        REQUIRE(shapes.size() == 2);
        CHECK(shapes[0].lineWidth > 2 * shapes[1].lineWidth);
        CHECK(shapes[1].dashed == (kind == &kDefendingMark));
    }
}

TEST_CASE("each way of a kerb is drawn in a way of its own") {
    const Straight s;
    const auto m = s.placed(kKerbBlockMark, {70, 100, 5, 0});
    REQUIRE(m);
    REQUIRE(kKerbBlockMark.ways.size() == 4);
    std::vector<std::string> looks;
    for (const auto way : kKerbBlockMark.ways) {
        auto kerb = *m;
        kerb.way = way;
        std::string look;
        for (const auto& shape : kKerbBlockMark.draw(kerb).shapes)
            look += std::to_string(shape.path.size()) + (shape.dashed ? "d" : "") + std::to_string(int(shape.fill)) +
                    std::to_string(int(shape.tone)) + " ";
        CHECK(std::find(looks.begin(), looks.end(), look) == looks.end());
        looks.push_back(look);
    }
}

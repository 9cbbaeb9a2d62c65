// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/edition.h"
#include "core/guide/marker_edits.h"
#include "core/guide/validated.h"
#include "support/made_guide.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

Marker hazardAt(double atM) {
    Marker m;
    m.kind = "hazard", m.at = OnRoad{atM, atM, 1, 0}, m.label = "bump";
    return m;
}

} // namespace

TEST_CASE("marks are set, moved, spanned and taken away, and nothing else changes") {
    for (unsigned seed = 1; seed <= 20; ++seed) {
        const auto g = testing::madeGuide(seed).guide;
        const auto& c = g.corners.front();
        const auto with = withMarker(g, c.id, hazardAt(c.apexM));
        REQUIRE(validated(with));
        const auto id = with.corners.front().markers.back().id;
        CHECK(id.value == g.nextId);
        REQUIRE(cornerOf(with, id));
        CHECK(cornerOf(with, id)->id == c.id);
        const auto moved = withMarkerMoved(with, id, 5, -0.5);
        CHECK(std::get<OnRoad>(markerWith(moved, id)->at) == OnRoad{c.apexM + 5, c.apexM + 5, 0.5, 0});
        CHECK(withMarkerMoved(moved, id, -5, 0.5) == with);
        const auto span = withMarkerSpan(with, id, 80, 20); // either way round
        CHECK(std::get<OnRoad>(markerWith(span, id)->at).atM == 20);
        CHECK(std::get<OnRoad>(markerWith(span, id)->at).toM == 80);
        auto gone = withoutMarker(with, id);
        CHECK(markerWith(gone, id) == nullptr);
        gone.nextId = g.nextId;
        CHECK(gone == g);
    }
}

TEST_CASE("edits of marks that are not there leave the guide as it was") {
    const auto g = testing::madeGuide(3).guide;
    CHECK(withoutMarker(g, {9999}) == g);
    CHECK(withMarkerMoved(g, {9999}, 1, 1) == g);
    CHECK(withMarkerSpan(g, {9999}, 1, 2) == g);
    CHECK(withMarker(g, {9999}, hazardAt(1)) == g);
    auto known = hazardAt(1);
    known.id = {9999};
    CHECK(withMarker(g, g.corners.front().id, known) == g);
}

TEST_CASE("a mark on a reference moves along it, one on a thing of the film stays") {
    auto g = testing::madeGuide(4).guide;
    const auto board = newId<ReferenceId>(g);
    g.references = {{{"r", "board", "50 board", 300, 6, 1, "season"}, board}};
    const auto corner = g.corners.front().id;
    Marker on = hazardAt(0), thing = hazardAt(0);
    on.at = OnReference{board, 2}, thing.at = InFilm{g.sources.film().id, at<FootageTime>(3), 10, 20};
    g = withMarker(withMarker(g, corner, on), corner, thing);
    const auto a = g.corners.front().markers[g.corners.front().markers.size() - 2].id,
               b = g.corners.front().markers.back().id;
    CHECK(std::get<OnReference>(markerWith(withMarkerMoved(g, a, 3, 1), a)->at).offsetM == 5);
    CHECK(std::get<OnReference>(markerWith(withMarkerSpan(g, a, 310, 310), a)->at).offsetM == 10);
    CHECK(withMarkerMoved(g, b, 3, 1) == g);
}

TEST_CASE("a camera and its pins are kept together, and nonsense is refused") {
    const auto g = testing::madeGuide(5).guide;
    Camera camera;
    camera.hfovRad = rad(95), camera.assumed = false, camera.method = "pins";
    const auto with = withCamera(g, camera, {{at<FootageTime>(2), 100, 200, {50, 50, 5, 0}}});
    REQUIRE(validated(with));
    CHECK(with.sources.film().camera == camera);
    CHECK(with.sources.film().pins.size() == 1);
    camera.hfovRad = rad(200);
    CHECK_FALSE(validated(withCamera(g, camera, {})));
    CHECK_FALSE(validated(withCamera(g, Camera{}, {{at<FootageTime>(2), kNaN, 200, {50, 50, 5, 0}}})));
}

TEST_CASE("what holds in the wet holds in the damp, and what nobody said is dry") {
    Conditions c;
    CHECK(holdsIn("", c));
    CHECK(holdsIn("dry", c));
    CHECK_FALSE(holdsIn("wet", c));
    for (const auto road : {RoadState::Damp, RoadState::Wet}) {
        c.road = road;
        CHECK(holdsIn("wet", c));
        CHECK_FALSE(holdsIn("dry", c));
    }
    CHECK_FALSE(holdsIn("cold", c));
    c.tyres = Tyres::Cold;
    CHECK(holdsIn("cold", c));
    CHECK_FALSE(holdsIn("at night", c));
}

TEST_CASE("a thing becomes a reference once, moves with what is seen of it, and keeps what people said") {
    auto g = testing::madeGuide(5).guide;
    auto& c = g.corners.front();
    const MarkerId id = newId<MarkerId>(g);
    c.markers.push_back({id, "ring", InFilm{g.sources.film().id, {}, 10, 10}, "red hut"});
    const auto references = g.references.size();
    auto with = withThing(g, id, {500, 500, -7, 1});
    REQUIRE(with.references.size() == references + 1);
    const auto thing = markerWith(with, id)->thing;
    CHECK(referenceWith(with, thing)->label == "red hut");
    with = withThingTold(std::move(with), thing, "hut", "permanent", "day");
    with = withThing(std::move(with), id, {503, 503, -7.5, 1.2});
    CHECK(with.references.size() == references + 1);
    CHECK(referenceWith(with, thing)->atM == 503);
    CHECK(referenceWith(with, thing)->kind == "hut");
    CHECK(referenceWith(with, thing)->light == "day");
    const auto corner = with.corners.front().id;
    for (auto& a : with.corners.front().advice) a.first = a.second = {};
    with = withLookFor(std::move(with), corner, Topic::TurnIn, thing, false);
    const auto row = [&](const Guide& x) {
        for (const auto& a : x.corners.front().advice)
            if (a.topic == Topic::TurnIn) return a;
        return Advice{};
    };
    CHECK(row(with).second == thing);
    CHECK(row(with).backup == "red hut");
    CHECK(row(withLookFor(with, corner, Topic::TurnIn, thing, true)).lookFor == "red hut");
    CHECK(withThing(g, {4711}, {}) == g);
    CHECK(withLookFor(g, corner, Topic::Brake, {4711}, true) == g);
}

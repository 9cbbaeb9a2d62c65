// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/pick_place.h"
#include "support/made_guide.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// A lap whose film began with its log, seen by a camera that looks a little down.
struct Filmed {
    CarLog log = testing::stadiumLog();
    LapList laps;
    LapTrace trace;
    Track road;
    Guide guide = testing::madeGuide(3).guide;
    RoadClock clock;
    CarPath path;

    Filmed() {
        laps = *findLaps(log, nullptr);
        trace = *traceOf(log, laps, *fastest(laps), nullptr);
        road = *roadFromTrace(trace);
        auto& film = guide.sources.film();
        film.tie.offsetS = 0;
        film.camera.pitchRad = rad(-3);
        clock = roadClock(trace, film.tie, Seconds(1e4));
        path = carPath(log, road, trace.t.front(), trace.t.back());
    }
    Stage stage(double aspect = 16.0 / 9) const { return {guide, trace, &road, clock, aspect, &path}; }
    FootageTime at(double metre) const { return guide.sources.film().tie.footage(timeAt(trace, metre)); }
};

} // namespace

TEST_CASE("a point in the picture is the place of the road that is projected there") {
    const Filmed f;
    int seen = 0;
    for (const double now : {30.0, 150.0, 420.0, 700.0})
        for (const double ahead : {8.0, 20.0, 45.0, 90.0})
            for (const double lateral : {-5.0, 0.0, 4.0, 11.0})
                for (const double aspect : {16.0 / 9, 4.0 / 3}) {
                    const OnRoad place{now + ahead, now + ahead, lateral, 0};
                    const auto px = frameOf(f.stage(aspect), place, f.at(now));
                    if (!px) continue;
                    const auto back = roadPlaceAt(f.stage(aspect), *px, f.at(now));
                    INFO(now << " m, " << ahead << " m ahead, " << lateral << " m left");
                    REQUIRE(back);
                    // round a bend another piece of ground may lie nearer under the same point; it is on that point
                    const auto again = frameOf(f.stage(aspect), *back, f.at(now));
                    REQUIRE(again);
                    CHECK(std::hypot(again->x - px->x, again->y - px->y) < 0.5);
                    if (now < 200 && ahead + now < 190) {
                        CHECK(back->atM == Approx(place.atM).margin(0.3));
                        CHECK(back->lateralM == Approx(lateral).margin(0.1));
                    }
                    ++seen;
                }
    CHECK(seen > 40);
}

TEST_CASE("a place that is followed comes nearer and passes under the car") {
    const Filmed f;
    const auto place = roadPlaceAt(f.stage(), {560, 470}, f.at(40));
    REQUIRE(place);
    double last = 0;
    for (double now = 40; now < place->atM - 6; now += 2) {
        const auto px = frameOf(f.stage(), *place, f.at(now));
        REQUIRE(px);
        CHECK(px->y > last);
        last = px->y;
    }
    CHECK_FALSE(frameOf(f.stage(), *place, f.at(place->atM + 5)));
}

TEST_CASE("sky is no place, and without a road there is none") {
    const Filmed f;
    CHECK_FALSE(roadPlaceAt(f.stage(), {640, 60}, f.at(40)));
    auto bare = f.stage();
    bare.road = nullptr;
    CHECK_FALSE(roadPlaceAt(bare, {640, 500}, f.at(40)));
    CHECK_FALSE(frameOf(bare, OnRoad{60, 60, 0, 0}, f.at(40)));
}

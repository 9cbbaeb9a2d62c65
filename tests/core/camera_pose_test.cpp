// SPDX-License-Identifier: GPL-3.0-or-later
// From the log into the picture, on a track that can be worked out on paper.
#include "core/camera/car_path.h"
#include "core/camera/next_pin.h"
#include "core/camera/shake.h"
#include "core/mark/projector.h"
#include "support/stadium.h"

#include <algorithm>
#include <catch2/catch.hpp>

using namespace hl;

namespace {

/// A straight road to the east, 10 m wide, with a crest of `highM` around metre 100.
Track straightRoad(double highM) {
    Track t;
    t.closed = false;
    for (double s = 0; s <= 400; s += 2) {
        t.s.push_back(s), t.x.push_back(s), t.y.push_back(0);
        t.z.push_back(highM * std::exp(-(s - 100) * (s - 100) / 400));
        t.left.push_back(5), t.right.push_back(5);
    }
    t.lengthM = 400;
    return t;
}

struct OnStadium {
    CarLog log = testing::stadiumLog();
    LapList laps = *findLaps(log, nullptr);
    LapTrace trace = *traceOf(log, laps, *fastest(laps), nullptr);
    Track road = *roadFromTrace(trace);
    CarPath path = carPath(log, road, log[Channel::Time].front(), log[Channel::Time].back());
};

} // namespace

TEST_CASE("the car's path covers the whole log: places, headings and metres that never go back") {
    const OnStadium on;
    REQUIRE_FALSE(on.path.empty());
    CHECK(on.path.t.front() == Approx(on.log[Channel::Time].front()));
    CHECK(on.path.t.back() == Approx(on.log[Channel::Time].back()).margin(0.02));
    CHECK(std::is_sorted(on.path.s.begin(), on.path.s.end()));
    CHECK(on.path.s.back() - on.path.s.front() > on.road.lengthM); // more than a lap, unwrapped
    for (std::size_t i = 50; i + 50 < on.path.t.size(); i += 37) {
        const double dx = on.path.x[i + 1] - on.path.x[i - 1], dy = on.path.y[i + 1] - on.path.y[i - 1];
        CHECK(std::abs(angleDifference(on.path.heading[i], std::atan2(dy, dx))) < 0.02);
        CHECK(std::abs(on.path.slope[i]) < 1e-6);
    }
    CHECK(carPath(CarLog{}, on.road, 0, 10).empty());
}

TEST_CASE("left is left, up is up, and a camera's angles turn it their way") {
    const auto at = [](double heading, double pitch, double roll, Vec3 p) {
        return *project(looking({0, 0, 1}, heading, pitch, roll, 800), p);
    };
    const Vec3 ahead{20, 0, 1};
    CHECK(at(0, 0, 0, ahead).x == Approx(640));
    CHECK(at(0, 0, 0, ahead).y == Approx(360));
    CHECK(at(0, 0, 0, {20, 3, 1}).x < 640);                             // to the left of the car
    CHECK(at(0, 0, 0, {20, 0, 3}).y < 360);                             // above
    CHECK(at(rad(5), 0, 0, ahead).x > 640);                             // turned left: what was ahead lies right
    CHECK(at(0, rad(5), 0, ahead).y > 360);                             // looking up: it lies lower
    CHECK(at(0, 0, rad(5), {20, 3, 1}).y < 360);                        // left side down: what is left rises
    CHECK_FALSE(project(looking({0, 0, 1}, 0, 0, 0, 800), {-5, 0, 1})); // behind
    CHECK(depthOf(looking({0, 0, 1}, 0, 0, 0, 800), ahead) == Approx(20));
}

TEST_CASE("a wide lens draws farther rays farther out, without end and without folding over") {
    for (const double distortion : {-0.6, -0.3, 0.0, 0.05}) {
        auto pose = looking({0, 0, 0}, 0, 0, 0, 500);
        pose.distortion = distortion;
        double last = -1;
        for (double angle = 0; angle < (distortion > 0 ? 60 : 85); angle += 1) {
            const auto p = project(pose, {10 * std::cos(rad(angle)), -10 * std::sin(rad(angle)), 0});
            if (!p) continue; // nearer than a metre before the camera
            CHECK(p->x - 640 > last);
            last = p->x - 640;
            // the division model, the other way: r = d / (1 + distortion d^2)
            const double d = last / 500;
            CHECK(d / (1 + distortion * d * d) == Approx(std::tan(rad(angle))).margin(1e-6));
        }
        CHECK(last > 200);
    }
}

TEST_CASE("pixels of a film of any shape go into the frame and come back") {
    for (const auto& film :
         {FilmInFrame{1920, 1080}, FilmInFrame{640, 480}, FilmInFrame{480, 854}, FilmInFrame{1280, 544}}) {
        const auto middle = film.frame({film.width / 2.0, film.height / 2.0});
        CHECK(middle.x == Approx(640));
        CHECK(middle.y == Approx(360));
        const auto corner = film.frame({0, 0});
        CHECK(corner.x >= -1e-9);
        CHECK(corner.y >= -1e-9);
        const auto back = film.film(film.frame({17, 33}));
        CHECK(back.x == Approx(17));
        CHECK(back.y == Approx(33));
    }
}

TEST_CASE("what the camera shook is told between pictures, and nothing outside them") {
    const Shake shake{{1, 2}, {{0, 0.01, 0}, {0.02, 0.03, -0.04}}};
    CHECK(shake.at(at<FootageTime>(1.5)).pitch == Approx(0.02));
    CHECK(shake.at(at<FootageTime>(1.5)).roll == Approx(-0.02));
    CHECK(shake.at(at<FootageTime>(9)).pitch == 0);
    CHECK(Shake{}.at(at<FootageTime>(1)).yaw == 0);
}

TEST_CASE("a crest hides what lies behind it, and only what is low") {
    for (const double high : {0.0, 3.0}) {
        const auto road = straightRoad(high);
        const auto pose = looking({40, 0, 1.2 + onRoad(road, 40, 0, 0).z}, 0, 0, 0, 800);
        const auto at = projectorAt(pose, road, nullptr, 40, 150);
        CHECK_FALSE(at.behindCrest(70, 0));
        CHECK(at.behindCrest(160, 0) == (high > 0));
        CHECK_FALSE(at.behindCrest(160, 12)); // a tree over it
    }
}

TEST_CASE("the next pin is a feature in sight, far from what was clicked") {
    auto road = straightRoad(0);
    road.kerbs = {{60, 80, true, 0.1}};
    road.references = {{"b", "board", "50 board", 90, -8, 1, "season"}};
    const auto pose = looking({40, 0, 1.2}, 0, 0, 0, 800);
    const auto inSight = pinsInSight(pose, road, 40);
    REQUIRE(inSight.size() > 6);
    for (const auto& w : inSight) {
        CHECK(w.place.atM > 46);
        CHECK(w.place.atM < 131);
        CHECK(w.framePx.x > 0);
        CHECK(w.framePx.x < kFrameWidth);
    }
    std::vector<Vec2> clicked;
    for (int i = 0; i < 4; ++i) {
        const auto next = nextPin(inSight, clicked);
        REQUIRE(next);
        for (const auto& c : clicked) CHECK(std::hypot(c.x - next->framePx.x, c.y - next->framePx.y) > 10);
        clicked.push_back(next->framePx);
    }
    CHECK_FALSE(nextPin({}, clicked));
    road.edgesAssumed = true; // supposed edges are nothing to click on
    for (const auto& w : pinsInSight(pose, road, 40)) CHECK(w.name.find("edge of the road") == std::string::npos);
}

// SPDX-License-Identifier: GPL-3.0-or-later
// Where a thing stands, from pictures that a moving camera made of it.
#include "core/camera/thing_place.h"
#include "core/units/numbers.h"

#include <catch2/catch.hpp>
#include <random>

using namespace hl;

namespace {

CameraPose poseAt(double x, double distortion) {
    auto pose = looking({x, 0.3, 1.2}, 0.01 * std::sin(x), rad(-3), 0.01 * std::cos(x), 760);
    pose.distortion = distortion;
    return pose;
}

std::vector<Sight> sightsOf(Vec3 thing, double fromX, double toX, double distortion, double noisePx, unsigned seed) {
    std::mt19937 rng(seed);
    std::normal_distribution<double> off(0, noisePx);
    std::vector<Sight> out;
    for (double x = fromX; x <= toX; x += 0.8) {
        const auto pose = poseAt(x, distortion);
        if (const auto px = project(pose, thing)) out.push_back({pose, {px->x + off(rng), px->y + off(rng)}});
    }
    return out;
}

} // namespace

TEST_CASE("a direction is what projecting undoes, for every lens") {
    for (const double distortion : {0.0, -0.15, -0.4, 0.08})
        for (const Vec3 p : {Vec3{30, 4, 2}, Vec3{12, -6, 0}, Vec3{80, 0, 1.2}}) {
            const auto pose = poseAt(0, distortion);
            const auto px = project(pose, p);
            REQUIRE(px);
            const auto d = directionOf(pose, *px);
            const double x = p.x - pose.at.x, y = p.y - pose.at.y, z = p.z - pose.at.z, far = std::hypot(x, y, z);
            CHECK(std::hypot(d.x - x / far, d.y - y / far, d.z - z / far) < 1e-6);
        }
}

TEST_CASE("a board that is driven towards is placed within decimetres, with pixels of noise and a wrong sight or two") {
    for (unsigned seed = 1; seed <= 12; ++seed) {
        const Vec3 board{70 + 2.0 * seed, seed % 2 ? 7.0 : -8.5, 1.1};
        auto sights = sightsOf(board, 0, 50, seed % 3 ? -0.1 : 0.0, 1.0, seed);
        sights[3].framePx.x += 40, sights[20].framePx.y -= 60;
        const auto placed = placeOfThing(sights);
        REQUIRE(placed);
        CHECK(std::abs(placed->at.x - board.x) < 0.8);
        CHECK(std::abs(placed->at.y - board.y) < 0.25);
        CHECK(std::abs(placed->at.z - board.z) < 0.25);
        CHECK(placed->offPx < 2.5);
    }
}

TEST_CASE("what is seen too shortly, or only from straight behind, has no place") {
    const Vec3 board{70, 7, 1};
    CHECK_FALSE(placeOfThing(sightsOf(board, 0, 3, 0, 0, 1)));       // four sights
    CHECK_FALSE(placeOfThing(sightsOf({400, 8, 1}, 0, 8, 0, 0, 1))); // so far that nothing turns
    CHECK_FALSE(placeOfThing(std::vector<Sight>{}));
}

TEST_CASE("a thing that moves is not where its sights say") {
    auto sights = sightsOf({70, 7, 1}, 0, 40, 0, 0, 1);
    for (std::size_t i = 0; i < sights.size(); ++i) // a flag that is carried across
        sights[i].framePx.x += 3.0 * static_cast<double>(i % 17) * (i % 2 ? 1 : -1);
    const auto placed = placeOfThing(sights);
    CHECK((!placed || placed->offPx > 8));
}

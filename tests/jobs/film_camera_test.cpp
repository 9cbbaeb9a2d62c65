// SPDX-License-Identifier: GPL-3.0-or-later
// The camera found in another maker's film without a click, its shake, and things followed: on short films whose every
// pose is known.
#include "core/camera/edges.h"
#include "media/edge_film.h"
#include "media/follow_thing.h"
#include "standins/ray_camera.h"
#include "support/driven.h"
#include "support/scratch_folder.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace hl;
using namespace hl::testing;

namespace {

struct OnRing {
    Driven driven = testing::driven(standin::saltmarrowRing(), {}, 2, 3);
    CarPath path;
    OnRing() {
        const auto& t = driven.log[Channel::Time];
        path = carPath(driven.log, driven.track, t.front(), t.back());
    }
};

const OnRing& ring() {
    static const OnRing made;
    return made;
}

constexpr double kFromS = 62, kLongS = 22;

/// Median distance of edge points from where they are, px of a 1280 wide picture.
double offOf(const standin::RayCamera& k, const Camera& camera, const ClockTie& tie) {
    const auto& r = ring();
    const FilmInFrame film{k.width, k.height};
    std::mt19937 rng(4);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    std::vector<double> off;
    while (off.size() < 200) {
        const double t = between(0.5, kLongS - 0.5);
        const auto truth = standin::rayPose(r.driven.circuit, r.driven.drive, k, kFromS + t);
        const double at = wrapped(truth.atM + between(8, 60), r.driven.circuit.length),
                     left = between(0, 1) < 0.5 ? 5 : -5;
        const auto px = standin::pixelOf(k, truth, standin::worldAt(r.driven.circuit, at, left, 0));
        if (!(px[0] > 0 && px[0] < k.width && px[1] > 0 && px[1] < k.height)) continue;
        const auto pose = cameraPose(camera, r.path, tie.log(hl::at<FootageTime>(t)), fittedWidth(16.0 / 9));
        const auto seen = project(*pose, onRoad(r.driven.track, at, left, 0));
        const auto there = film.frame({px[0], px[1]});
        off.push_back(seen ? std::hypot(seen->x - there.x, seen->y - there.y) : 1000);
    }
    return median(off);
}

} // namespace

TEST_CASE("without any click the road's edges tell the camera", "[slow]") {
    const auto& r = ring();
    const ScratchFolder dir;
    std::vector<std::pair<const char*, standin::RayCamera>> kinds(3);
    for (auto& [name, k] : kinds) k.width = 640, k.height = 360, k.frameRate = 10;
    kinds[0].first = "beside, turned", kinds[0].second.lateralM = 0.35, kinds[0].second.yawDeg = -3;
    kinds[1].first = "wide", kinds[1].second.lens = standin::Lens::Equidistant, kinds[1].second.hfovDeg = 112;
    kinds[2].first = "rain, no lines", kinds[2].second.weather = standin::Weather::Rain,
    kinds[2].second.whiteLines = false;
    for (const auto& [name, k] : kinds) {
        INFO(name);
        const auto file = dir / "film.mp4";
        REQUIRE(standin::rayFilm(r.driven.circuit, r.driven.drive, k, kFromS, kFromS + kLongS, file));
        ClockTie tie;
        tie.offsetS = kFromS;
        auto film = EdgeFilm::open(file, at<FootageTime>(0), at<FootageTime>(kLongS));
        REQUIRE(film);
        std::vector<EdgePicture> pictures;
        for (int i = 0; i < 30; ++i) pictures.push_back(*film->at(at<FootageTime>(0.5 + 0.7 * i)));
        const EdgeClues clues{r.path, r.driven.track, tie, {k.width, k.height}};
        const auto fit = cameraByEdges(std::nullopt, clues, pictures);
        REQUIRE(fit);
        CHECK(offOf(k, fit->camera, tie) < 15);
        CHECK(fit->camera.method == "edges");
        const auto bonnet = film->bonnet(33); // red, from 0.86 of the height in the middle
        CHECK(bonnet[16] == Approx(0.86).margin(0.03));
    }
}

TEST_CASE("a thing that was clicked is held to its middle before and after, and lost when it is gone", "[slow]") {
    const auto& r = ring();
    const ScratchFolder dir;
    int held = 0, gone = 0, silent = 0, saidGone = 0;
    for (const int kind : {0, 8, 10, 19}) {
        standin::RayCamera k;
        k.width = 640, k.height = 360, k.frameRate = 25;
        const double from = 75 + 5 * kind;
        const auto there = standin::rayPose(r.driven.circuit, r.driven.drive, k, from + 2);
        k.things = {{std::fmod(there.atM + 9, r.driven.circuit.length), kind % 4 ? -8.0 : 8.0, 1.6, 1.6, 1.8, kind}};
        const auto file = dir / "thing.mp4";
        REQUIRE(standin::rayFilm(r.driven.circuit, r.driven.drive, k, from, from + 3, file));
        const auto truth = [&](double s) {
            const auto& t = k.things[0];
            return standin::pixelOf(k, standin::rayPose(r.driven.circuit, r.driven.drive, k, from + s),
                                    standin::worldAt(r.driven.circuit, t.atM, t.leftM, t.upM));
        };
        const double click = 1.52;
        const auto at = truth(click);
        const auto path = followThing(
            file, {hl::at<FootageTime>(click), at[0], at[1], 0, hl::at<FootageTime>(0.4), hl::at<FootageTime>(2.9)},
            [](double) { return true; });
        REQUIRE(path);
        CHECK(path->size() > 50);
        for (std::size_t i = 1; i < path->size(); ++i) CHECK((*path)[i].when > (*path)[i - 1].when);
        for (const auto& p : *path) {
            const auto is = truth(seconds(p.when));
            const bool inside = is[0] > 0 && is[0] < k.width && is[1] > 0 && is[1] < 0.84 * k.height;
            const double off = 2 * std::hypot(p.xPx - is[0], p.yPx - is[1]); // px of a 1280 wide picture
            if (!inside) ++gone, saidGone += p.held == Held::Lost;
            if (inside) held += p.held != Held::Lost && off < 6;
            const auto top =
                standin::pixelOf(k, standin::rayPose(r.driven.circuit, r.driven.drive, k, from + seconds(p.when)),
                                 standin::worldAt(r.driven.circuit, k.things[0].atM, k.things[0].leftM, 2.5));
            const double half = 2 * std::hypot(top[0] - is[0], top[1] - is[1]);
            silent += p.held == Held::Sure && !(off < std::max(8.0, 0.5 * half)); // off the thing itself
        }
    }
    CHECK(held > 120);
    CHECK(silent <= 2);
    CHECK(saidGone >= gone * 9 / 10);
}

TEST_CASE("a click outside the picture or the film is refused") {
    const auto film = demoFolder() / "saltmarrow-lap.mp4";
    const auto go = [](double) { return true; };
    const auto beside = followThing(film, {at<FootageTime>(2), -5, 100, 0, {}, at<FootageTime>(3)}, go);
    REQUIRE_FALSE(beside);
    CHECK(beside.error().id == "follow.outside");
    const auto after = followThing(film, {at<FootageTime>(1e4), 5, 100, 0, {}, at<FootageTime>(1e4)}, go);
    REQUIRE_FALSE(after);
    CHECK(after.error().id == "follow.outside");
    const auto stopped =
        followThing(film, {at<FootageTime>(2), 600, 300, 0, {}, at<FootageTime>(4)}, [](double) { return false; });
    REQUIRE_FALSE(stopped);
    CHECK(stopped.error().id == "job.cancelled");
}

// SPDX-License-Identifier: GPL-3.0-or-later
// The camera solved from clicks, against cameras whose poses are known: another maker's films, every pixel a ray.
#include "core/camera/solve.h"
#include "standins/random_ring.h"
#include "standins/ray_camera.h"
#include "support/driven.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

using namespace hl;
using namespace hl::testing;

namespace {

struct Filmed {
    Driven driven;
    CarPath path;
    ClockTie tie; ///< exact: films begin with the drive
};

Filmed filmed(standin::LogOptions how, unsigned seed = 3) {
    Filmed f{driven(standin::saltmarrowRing(), {}, 2, seed, how), {}, {}};
    const auto& t = f.driven.log[Channel::Time];
    f.path = carPath(f.driven.log, f.driven.track, t.front(), t.back());
    f.tie.confidence = 1, f.tie.uncertaintyMs = 1;
    return f;
}

/// Places ahead of the car that are in the picture: on the edges, now and then a post.
std::vector<CameraPin> inSight(const Filmed& f, const standin::RayCamera& k, std::size_t count, double noisePx,
                               std::mt19937& rng) {
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    std::normal_distribution<double> off(0, noisePx > 0 ? noisePx : 1e-9);
    std::vector<CameraPin> pins;
    while (pins.size() < count) {
        const double t = std::round(between(30, 200) * 25) / 25; // of a picture
        const auto pose = standin::rayPose(f.driven.circuit, f.driven.drive, k, t);
        for (int tries = 0, got = 0; tries < 20 && got < 2 && pins.size() < count; ++tries) {
            const double at = wrapped(pose.atM + between(8, 70), f.driven.circuit.length),
                         wide = standin::valueAt(f.driven.circuit.halfWidth, f.driven.circuit, at),
                         left = between(0, 1) < 0.5 ? wide : -wide, up = between(0, 1) < 0.15 ? 1.5 : 0;
            const auto px = standin::pixelOf(k, pose, standin::worldAt(f.driven.circuit, at, left, up));
            if (!(px[0] > 4 && px[0] < k.width - 4 && px[1] > 4 && px[1] < 0.8 * k.height)) continue;
            pins.push_back({hl::at<FootageTime>(t), px[0] + off(rng), px[1] + off(rng), {at, at, left, up}});
            ++got;
        }
    }
    return pins;
}

struct Off {
    double median = 0, p95 = 0; ///< px of a 1280 wide picture
};

Off offOf(const Filmed& f, const standin::RayCamera& k, const Camera& camera, std::mt19937& rng) {
    const FilmInFrame film{k.width, k.height};
    std::vector<double> off;
    for (const auto& p : inSight(f, k, 600, 0, rng)) {
        const auto pose = cameraPose(camera, f.path, f.tie.log(p.when), fittedWidth(double(k.width) / k.height));
        const auto seen = project(*pose, onRoad(f.driven.track, p.place.atM, p.place.lateralM, p.place.heightM));
        const auto truth = film.frame({p.xPx, p.yPx});
        off.push_back(seen ? std::hypot(seen->x - truth.x, seen->y - truth.y) : 1000);
    }
    std::sort(off.begin(), off.end());
    return {off[off.size() / 2], off[off.size() * 95 / 100]};
}

struct Kind {
    const char* name;
    standin::RayCamera camera;
};

std::vector<Kind> kinds() {
    using standin::RayCamera;
    std::vector<Kind> all;
    const auto add = [&](const char* name, auto change) {
        RayCamera k;
        change(k);
        all.push_back({name, k});
    };
    add("cockpit", [](RayCamera&) {});
    add("roof", [](RayCamera& k) { k.heightM = 1.9, k.pitchDeg = -9, k.forwardM = -0.4, k.hfovDeg = 95; });
    add("bonnet, narrow", [](RayCamera& k) { k.heightM = 0.75, k.pitchDeg = 1, k.forwardM = 1.4, k.hfovDeg = 52; });
    add("beside, turned", [](RayCamera& k) { k.lateralM = 0.38, k.yawDeg = -3.5, k.rollDeg = 1.5; });
    add("wide, Brown", [](RayCamera& k) { k.lens = standin::Lens::Brown, k.k1 = -0.22, k.hfovDeg = 92; });
    add("wide, equidistant", [](RayCamera& k) { k.lens = standin::Lens::Equidistant, k.hfovDeg = 118; });
    add("soft car", [](RayCamera& k) { k.rollPerG = 2.6, k.pitchPerG = 1.2, k.slipPerG = 0.8; });
    return all;
}

} // namespace

Result<CameraFit> solved(const Filmed& f, const standin::RayCamera& k, const std::vector<CameraPin>& pins,
                         const Camera& start = {}) {
    return solvedCamera(start, {f.path, f.driven.track, f.tie, {k.width, k.height}, pins, {}});
}

TEST_CASE("six clicks tell the camera, wherever it sits and however wide it sees") {
    for (const auto& how : {standin::LogOptions{}, standin::LogOptions{10, 0, 0.1, 0.002, 0.3, 1}}) {
        const auto f = filmed(how);
        for (const auto& [name, k] : kinds()) {
            INFO(name << ", " << how.rateHz << " Hz");
            std::vector<double> medians;
            for (unsigned seed = 1; seed <= 5; ++seed) {
                std::mt19937 rng(seed);
                const auto fit = solved(f, k, inSight(f, k, 6, 2, rng));
                REQUIRE(fit);
                CHECK(fit->pins.size() == 6);
                medians.push_back(offOf(f, k, fit->camera, rng).median);
            }
            CHECK(median(medians) < 10);
        }
    }
}

TEST_CASE("more clicks tell it better") {
    const auto f = filmed({});
    for (const auto& [name, k] : kinds()) {
        INFO(name);
        std::mt19937 rng(2);
        const auto many = inSight(f, k, 60, 2, rng);
        const auto few = solved(f, k, {many.begin(), many.begin() + 6}), all = solved(f, k, many);
        REQUIRE(few);
        REQUIRE(all);
        const auto a = offOf(f, k, few->camera, rng), b = offOf(f, k, all->camera, rng);
        CHECK(b.median < std::max(4.0, a.median));
        CHECK(b.p95 < 16);
        CHECK(all->sure);
    }
}

TEST_CASE("one wrong click is told and not believed") {
    const auto f = filmed({});
    const standin::RayCamera k;
    int told = 0;
    for (unsigned seed = 1; seed <= 8; ++seed) {
        std::mt19937 rng(seed);
        auto pins = inSight(f, k, 9, 1.5, rng);
        pins[seed % 9].xPx += 150, pins[seed % 9].yPx -= 60;
        const auto fit = solved(f, k, pins);
        REQUIRE(fit);
        told += fit->pins[seed % 9].wrong;
        CHECK(offOf(f, k, fit->camera, rng).median < 12);
    }
    CHECK(told >= 7);
}

TEST_CASE("a wrong first guess does not matter, nor how fine the film is") {
    const auto f = filmed({});
    for (const int width : {480, 1920}) {
        standin::RayCamera k;
        k.width = width, k.height = width * 9 / 16;
        for (const double hfov : {35.0, 150.0}) {
            Camera start;
            start.hfovRad = rad(hfov), start.pitchRad = rad(12), start.heightM = 3, start.yawRad = rad(-8);
            std::mt19937 rng(5);
            const auto fit = solved(f, k, inSight(f, k, 10, 1.5 * width / 854, rng), start);
            REQUIRE(fit);
            CHECK(offOf(f, k, fit->camera, rng).median < 9);
        }
    }
}

TEST_CASE("without clicks, edges or positions there is no camera, and it says why") {
    const auto f = filmed({});
    const auto none = solved(f, {}, {});
    REQUIRE_FALSE(none);
    CHECK(none.error().id == "camera.no-clue");
    const CarPath nowhere;
    const std::vector<CameraPin> pins(6);
    const auto lost = solvedCamera({}, {nowhere, f.driven.track, f.tie, {854, 480}, pins, {}});
    REQUIRE_FALSE(lost);
    CHECK(lost.error().id == "camera.no-position");
}

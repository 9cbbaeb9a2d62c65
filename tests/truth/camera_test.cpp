// SPDX-License-Identifier: GPL-3.0-or-later
// The camera solved from clicks, against cameras whose poses are known: another maker's films, every pixel a ray.
#include "core/camera/solve.h"
#include "standins/random_ring.h"
#include "standins/ray_camera.h"
#include "support/driven.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <iostream>
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

std::vector<Kind> hardKinds() {
    using standin::RayCamera;
    std::vector<Kind> all;
    const auto add = [&](const char* name, auto change) {
        RayCamera k;
        change(k);
        all.push_back({name, k});
    };
    add("shaking", [](RayCamera& k) { k.shakeDeg = 0.5; });
    add("rolling shutter", [](RayCamera& k) { k.rollingShutterS = 0.03, k.shakeDeg = 0.25; });
    add("rain", [](RayCamera& k) { k.weather = standin::Weather::Rain, k.whiteLines = false; });
    add("low sun", [](RayCamera& k) { k.weather = standin::Weather::LowSun; });
    add("night", [](RayCamera& k) { k.weather = standin::Weather::Night; });
    return all;
}

} // namespace

TEST_CASE("six clicks tell the camera") {
    for (const auto& [log, how] :
         {std::pair<const char*, standin::LogOptions>{"100 Hz", {}}, {"10 Hz, 0.3 m", {10, 0, 0.1, 0.002, 0.3, 1}}}) {
        const auto f = filmed(how);
        for (const auto& [name, k] : kinds()) {
            std::vector<double> medians, p95s;
            for (unsigned seed = 1; seed <= 7; ++seed) {
                std::mt19937 rng(seed);
                const auto pins =
                    inSight(f, k, std::getenv("PINS") ? std::size_t(std::atoi(std::getenv("PINS"))) : 6, 2, rng);
                const auto fit = solvedCamera({}, {f.path, f.driven.track, f.tie, {k.width, k.height}, pins, {}});
                REQUIRE(fit);
                const auto off = offOf(f, k, fit->camera, rng);
                medians.push_back(off.median), p95s.push_back(off.p95);
            }
            std::cout << log << " " << name << ": median " << median(medians) << " worst "
                      << *std::max_element(medians.begin(), medians.end()) << ", p95 " << median(p95s) << " worst "
                      << *std::max_element(p95s.begin(), p95s.end()) << "\n";
            CHECK(median(medians) < 12);
        }
    }
}
TEST_CASE("debug floor", "[.]") {
    const auto f = filmed({});
    standin::RayCamera k;
    std::mt19937 rng(4);
    Camera c;
    c.hfovRad = rad(k.hfovDeg);
    c.heightM = k.heightM;
    c.forwardM = k.forwardM;
    c.pitchRad = rad(k.pitchDeg);
    c.pitchPerG = rad(k.pitchPerG);
    c.rollPerG = rad(k.rollPerG);
    const FilmInFrame film{k.width, k.height};
    for (const auto& p : inSight(f, k, 60, 0, rng)) {
        const auto t = f.tie.log(p.when);
        const auto pose = cameraPose(c, f.path, t, fittedWidth(double(k.width) / k.height));
        const auto seen = project(*pose, onRoad(f.driven.track, p.place.atM, p.place.lateralM, p.place.heightM));
        const auto truth = film.frame({p.xPx, p.yPx});
        const auto tp = standin::rayPose(f.driven.circuit, f.driven.drive, k, seconds(p.when));
        const auto w = standin::worldAt(f.driven.circuit, p.place.atM, p.place.lateralM, p.place.heightM);
        const auto m = onRoad(f.driven.track, p.place.atM, p.place.lateralM, p.place.heightM);
        std::printf(
            "ahead %5.1f off %6.1f,%6.1f  pos %.2f,%.2f,%.2f  heading %.4f place %.2f,%.2f,%.2f curv %.4f\n",
            wrapped(p.place.atM - tp.atM, 3900), seen->x - truth.x, seen->y - truth.y, pose->at.x - tp.at[0],
            pose->at.y - tp.at[1], pose->at.z - tp.at[2],
            angleDifference(std::atan2(pose->forward.y, pose->forward.x), std::atan2(tp.forward[1], tp.forward[0])),
            m.x - w[0], m.y - w[1], m.z - w[2],
            standin::valueAt(f.driven.circuit.curvature, f.driven.circuit, p.place.atM));
    }
}
#include "media/edge_film.h"
#include "support/scratch_folder.h"
TEST_CASE("debug edges", "[.]") {
    const auto f = filmed({});
    auto every = kinds();
    const auto hard = hardKinds();
    every.insert(every.end(), hard.begin(), hard.end());
    for (const auto& [name, k] : every) {
        if (std::getenv("ONLY") && std::string(name).find(std::getenv("ONLY")) == std::string::npos) continue;
        const std::string file = std::string("/tmp/ray-") + name + ".mp4";
        if (!std::filesystem::exists(file))
            REQUIRE(standin::rayFilm(f.driven.circuit, f.driven.drive, k, 60, 150, file));
        ClockTie tie;
        tie.offsetS = 60;
        tie.confidence = 1;
        std::vector<FootageTime> when;
        for (int i = 0; i < 48; ++i) when.push_back(at<FootageTime>(1 + i * 87.0 / 48));
        const auto t0 = std::chrono::steady_clock::now();
        auto film = EdgeFilm::open(file, at<FootageTime>(0), at<FootageTime>(89));
        REQUIRE(film);
        std::vector<EdgePicture> all;
        for (const auto w : when) all.push_back(*film->at(w));
        const auto* pics = &all;
        const auto t1 = std::chrono::steady_clock::now();
        const EdgeClues clues{f.path, f.driven.track, tie, {k.width, k.height}};
        Camera truth;
        truth.hfovRad = rad(k.hfovDeg);
        truth.heightM = k.heightM;
        truth.forwardM = k.forwardM;
        truth.pitchRad = rad(k.pitchDeg);
        truth.lateralM = k.lateralM;
        truth.yawRad = rad(k.yawDeg);
        truth.rollRad = rad(k.rollDeg);
        truth.pitchPerG = rad(k.pitchPerG);
        truth.rollPerG = rad(k.rollPerG);
        truth.slipPerG = rad(k.slipPerG);
        const auto wide = cameraByEdges(std::nullopt, clues, *pics);
        REQUIRE(wide);
        const auto found = wide->camera;
        const auto t2 = std::chrono::steady_clock::now();
        const auto fit = refinedByEdges(found, clues, *pics, {}, 40);
        const auto t3 = std::chrono::steady_clock::now();
        REQUIRE(fit);
        std::mt19937 rng(3);
        const auto a = offOf(f, k, found, rng), b = offOf(f, k, fit->camera, rng);
        auto show = [&](const char* n, const Camera& c) {
            std::printf("   %-6s like %.3f hfov %.1f h %.2f fw %.2f lat %.2f yaw %.2f pitch %.2f roll %.2f dist %.3f "
                        "ppg %.2f rpg %.2f slip %.2f\n",
                        n, edgesMet(c, 0, clues, *pics), deg(c.hfovRad), c.heightM, c.forwardM, c.lateralM,
                        deg(c.yawRad), deg(c.pitchRad), deg(c.rollRad), c.distortion, deg(c.pitchPerG), deg(c.rollPerG),
                        deg(c.slipPerG));
        };
        std::printf("%s: search %.1f/%.1f refined %.1f/%.1f  edges off %.2f resid %.2f   read %.1f s search %.1f s "
                    "refine %.1f s\n",
                    name, a.median, a.p95, b.median, b.p95, fit->edgeOffM, fit->medianPx,
                    std::chrono::duration<double>(t1 - t0).count(), std::chrono::duration<double>(t2 - t1).count(),
                    std::chrono::duration<double>(t3 - t2).count());
        {
            std::vector<double> plain, steady;
            std::mt19937 r3(8);
            auto pts = inSight(f, k, 3000, 0, r3);
            std::erase_if(pts, [](const CameraPin& p) { return seconds(p.when) < 61 || seconds(p.when) > 148; });
            if (pts.size() > 120) pts.resize(120);
            std::sort(pts.begin(), pts.end(), [](auto& a, auto& b) { return a.when < b.when; });
            for (auto& p : pts) {
                p.when -= Seconds(60);
                const auto pic = film->at(p.when);
                const auto turned = turnedIn(*pic, fit->camera, clues, {});
                const FilmInFrame ff{k.width, k.height};
                for (bool with : {false, true}) {
                    const auto pose =
                        cameraPose(fit->camera, f.path, tie.log(p.when), fittedWidth(double(k.width) / k.height),
                                   with && turned ? *turned : Attitude{});
                    const auto q =
                        project(*pose, onRoad(f.driven.track, p.place.atM, p.place.lateralM, p.place.heightM));
                    const auto tr = ff.frame({p.xPx, p.yPx});
                    (with ? steady : plain).push_back(q ? std::hypot(q->x - tr.x, q->y - tr.y) : 999);
                }
            }
            std::sort(plain.begin(), plain.end());
            std::sort(steady.begin(), steady.end());
            auto p95 = [](auto& v) { return v[v.size() * 95 / 100]; };
            std::printf("   look: plain %.1f/%.1f steady %.1f/%.1f\n", plain[plain.size() / 2], p95(plain),
                        steady[steady.size() / 2], p95(steady));
        }
        show("truth", truth);
        show("search", found);
        show("fit", fit->camera);
        for (unsigned seed = 1; seed <= 2; ++seed) {
            std::mt19937 r2(seed);
            auto pins = inSight(f, k, 6, 2, r2);
            ClockTie zero;
            const auto first = solvedCamera({}, {f.path, f.driven.track, zero, {k.width, k.height}, pins, {}});
            for (auto& p : pins) p.when -= Seconds(60);
            const auto c = offOf(f, k, first->camera, rng);
            for (double reach : {20.0}) {
                const auto both = refinedByEdges(first->camera, clues, *pics, pins, reach);
                const auto d = offOf(f, k, both->camera, rng);
                std::printf("   pins %.1f/%.1f  with edges (%.0f) %.1f/%.1f\n", c.median, c.p95, reach, d.median,
                            d.p95);
            }
        }
        fflush(stdout);
    }
}

#include "media/follow_thing.h"
TEST_CASE("debug follow", "[.]") {
    const auto f = filmed({});
    const int wide = std::getenv("WIDE") ? std::atoi(std::getenv("WIDE")) : 1280;
    std::vector<double> all;
    int silent = 0, lostRight = 0, lostAll = 0, sureCount = 0, kindsGood = 0;
    for (int kind = std::getenv("BEGIN") ? std::atoi(std::getenv("BEGIN")) : 0; kind < (std::getenv("END") ? 16 : 30);
         kind += std::getenv("STEP") ? std::atoi(std::getenv("STEP")) : 1) {
        standin::RayCamera k;
        k.width = wide, k.height = wide * 9 / 16;
        std::mt19937 rng(static_cast<unsigned>(kind) + 5);
        const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
        const double t0 = 70 + 3.1 * kind;
        const auto there = standin::rayPose(f.driven.circuit, f.driven.drive, k, t0 + 3);
        standin::RayThing t{std::fmod(there.atM + between(4, 14), f.driven.circuit.length),
                            between(0, 1) < 0.5 ? between(7, 12) : between(-12, -7),
                            between(0.7, 2.2),
                            between(0.5, 1.6),
                            between(0.6, 2),
                            kind};
        k.things = {t};
        for (int i = 0; i < 5; ++i)
            k.things.push_back({t.atM + between(-30, 60), t.leftM > 0 ? between(-20, -8) : between(8, 20), 1,
                                between(0.5, 3), between(0.6, 3), int(rng() % 30)});
        const std::string file = "/tmp/thingb-" + std::to_string(wide) + "-" + std::to_string(kind) + ".mp4";
        if (!std::filesystem::exists(file))
            REQUIRE(standin::rayFilm(f.driven.circuit, f.driven.drive, k, t0, t0 + 4, file));
        const auto truth = [&](double s) {
            return standin::pixelOf(k, standin::rayPose(f.driven.circuit, f.driven.drive, k, t0 + s),
                                    standin::worldAt(f.driven.circuit, t.atM, t.leftM, t.upM));
        };
        const auto in = [&](std::array<double, 2> p) {
            return p[0] > 6 && p[1] > 6 && p[0] < k.width - 6 && p[1] < k.height * 0.84;
        };
        double click = -1;
        for (int i = 20; i < 95; ++i)
            if (in(truth(i / 25.0))) click = i / 25.0;
        if (click < 0) {
            std::printf("kind %d never seen\n", kind);
            continue;
        }
        click = std::max(0.8, click - (std::getenv("BEFORE") ? std::atof(std::getenv("BEFORE")) : 0.4));
        click = std::round(click * 25) / 25;
        const auto c = truth(click);
        std::printf("at %.1f %.1f ", c[0], c[1]);
        const auto w0 = std::chrono::steady_clock::now();
        const auto path = followThing(
            file,
            {at<FootageTime>(click), c[0], c[1], 0, at<FootageTime>(0), at<FootageTime>(std::min(3.9, click + 1.5))},
            [](double) { return true; });
        const double took = std::chrono::duration<double>(std::chrono::steady_clock::now() - w0).count();
        REQUIRE(path);
        int sure = 0, bad = 0, lost = 0, wronglyLost = 0, seen = 0;
        double worst = 0;
        std::vector<double> offs;
        for (const auto& p : *path) {
            const auto q = truth(seconds(p.when));
            const double off = std::hypot(p.xPx - q[0], p.yPx - q[1]) * 1280 / wide;
            const bool vis = in(q);
            seen += vis;
            if (p.held == Held::Lost) {
                ++lost;
                wronglyLost += vis;
                if (!vis) ++lostRight;
            } else {
                ++sure;
                offs.push_back(off);
                all.push_back(off);
                worst = std::max(worst, off);
                if (off > 6 && p.held == Held::Sure) {
                    ++bad;
                    ++silent;
                }
            }
            if (!vis) ++lostAll;
        }
        sureCount += sure;
        const bool good = bad == 0 && wronglyLost < seen / 5;
        kindsGood += good;
        std::printf("%s kind %2d click %.2f frames %zu seen %d held %d bad %d lost %d wrongly %d  median %.1f worst "
                    "%.1f radius %.1f (true %.1f) %.2f s\n",
                    good ? "  " : "**", kind, click, path->size(), seen, sure, bad, lost, wronglyLost, median(offs),
                    worst, (*path)[path->size() / 2].radiusPx, 0.0, took);
        std::fflush(stdout);
    }
    std::sort(all.begin(), all.end());
    std::printf("all %zu median %.2f p95 %.2f silent %d of %d  lost said %d of %d gone frames; kinds good %d\n",
                all.size(), all[all.size() / 2], all[all.size() * 95 / 100], silent, sureCount, lostRight, lostAll,
                kindsGood);
}

// SPDX-License-Identifier: GPL-3.0-or-later
// Cameras of other makers: found from clicks and from the road's edges, and things followed, against exact poses.
#include "core/camera/edges.h"
#include "core/cut/label_plan.h"
#include "jobs/session.h"
#include "media/edge_film.h"
#include "media/follow_thing.h"
#include "media/video_reader.h"
#include "picture/overlay.h"
#include "picture/paint_marks.h"
#include "report.h"
#include "standins/ray_camera.h"
#include "store/guide_file.h"
#include "support/driven.h"
#include "support/scratch_folder.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <cstdio>
#include <random>

namespace hl::bench {
namespace {

using standin::RayCamera;

struct Kind {
    const char* name;
    RayCamera camera;
};

/// Lenses and mountings, or what makes films hard to read.
std::vector<Kind> kinds(bool hard) {
    std::vector<Kind> all;
    const auto add = [&](const char* name, auto change) {
        RayCamera k;
        k.width = 854, k.height = 480, k.frameRate = 10;
        change(k);
        all.push_back({name, k});
    };
    using standin::Lens, standin::Weather;
    if (hard) {
        add("low sun", [](RayCamera& k) { k.weather = Weather::LowSun; });
        add("night", [](RayCamera& k) { k.weather = Weather::Night; });
        add("soft car", [](RayCamera& k) { k.rollPerG = 2.6, k.pitchPerG = 1.2, k.slipPerG = 0.8; });
        add("shaking", [](RayCamera& k) { k.shakeDeg = 0.5; });
        add("rolling shutter", [](RayCamera& k) { k.rollingShutterS = 0.03, k.shakeDeg = 0.25; });
        add("rain on the lens, no lines", [](RayCamera& k) { k.weather = Weather::Rain, k.whiteLines = false; });
        return all;
    }
    add("cockpit", [](RayCamera&) {});
    add("roof", [](RayCamera& k) { k.heightM = 1.9, k.pitchDeg = -9, k.forwardM = -0.4, k.hfovDeg = 95; });
    add("bonnet, narrow", [](RayCamera& k) { k.heightM = 0.75, k.pitchDeg = 1, k.forwardM = 1.4, k.hfovDeg = 52; });
    add("beside, turned", [](RayCamera& k) { k.lateralM = 0.38, k.yawDeg = -3.5, k.rollDeg = 1.5; });
    add("wide, Brown", [](RayCamera& k) { k.lens = Lens::Brown, k.k1 = -0.22, k.hfovDeg = 92; });
    add("wide, equidistant", [](RayCamera& k) { k.lens = Lens::Equidistant, k.hfovDeg = 118; });
    return all;
}

constexpr double kFromS = 60, kLongS = 60;

struct Drive {
    testing::Driven driven;
    CarPath path;
    ClockTie tie;
    explicit Drive(standin::LogOptions how) : driven(testing::driven(standin::saltmarrowRing(), {}, 2, 3, how)) {
        const auto& t = driven.log[Channel::Time];
        path = carPath(driven.log, driven.track, t.front(), t.back());
        tie.offsetS = kFromS;
    }
};

/// Edge points of the road in the film's pictures.
std::vector<CameraPin> inSight(const Drive& d, const RayCamera& k, std::size_t count, double noisePx,
                               std::mt19937& rng) {
    const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
    std::normal_distribution<double> off(0, std::max(1e-9, noisePx));
    std::vector<CameraPin> pins;
    while (pins.size() < count) {
        const double t = std::round(between(1, kLongS - 1) * k.frameRate) / k.frameRate;
        const auto pose = standin::rayPose(d.driven.circuit, d.driven.drive, k, kFromS + t);
        const double at = wrapped(pose.atM + between(8, 70), d.driven.circuit.length),
                     wide = standin::valueAt(d.driven.circuit.halfWidth, d.driven.circuit, at),
                     left = between(0, 1) < 0.5 ? wide : -wide;
        const auto px = standin::pixelOf(k, pose, standin::worldAt(d.driven.circuit, at, left, 0));
        if (px[0] > 4 && px[0] < k.width - 4 && px[1] > 4 && px[1] < 0.8 * k.height)
            pins.push_back({hl::at<FootageTime>(t), px[0] + off(rng), px[1] + off(rng), {at, at, left, 0}});
    }
    return pins;
}

Spread offOf(const Drive& d, const RayCamera& k, const Camera& camera, EdgeFilm* steadied = nullptr) {
    std::mt19937 rng(99);
    const FilmInFrame film{k.width, k.height};
    const EdgeClues clues{d.path, d.driven.track, d.tie, film};
    std::vector<double> off;
    for (const auto& p : inSight(d, k, steadied ? 120 : 600, 0, rng)) {
        Attitude shake;
        if (steadied)
            if (const auto pic = steadied->at(p.when)) shake = turnedIn(*pic, camera, clues, {}).value_or(Attitude{});
        const auto pose = cameraPose(camera, d.path, d.tie.log(p.when), fittedWidth(double(k.width) / k.height), shake);
        const auto seen = project(*pose, onRoad(d.driven.track, p.place.atM, p.place.lateralM, 0));
        const auto truth = film.frame({p.xPx, p.yPx});
        off.push_back(seen ? std::hypot(seen->x - truth.x, seen->y - truth.y) : 1000);
    }
    return spreadOf(std::move(off));
}

double seconds(std::chrono::steady_clock::time_point since) {
    return std::chrono::duration<double>(std::chrono::steady_clock::now() - since).count();
}

} // namespace

namespace {

Report accuracyOf(const std::vector<Kind>& cameras) {
    std::vector<double> sixMedian, sixP95, noneMedian, noneP95, solving;
    const Drive quick({}), slow({10, 0, 0.1, 0.002, 0.3, 1});
    const testing::ScratchFolder dir;
    std::printf("px of a 1280 wide picture, median / 95 %%\n| camera | log | six clicks | six clicks and edges | no "
                "click | no click, steadied |\n");
    for (const auto& [name, k] : cameras) {
        const auto file = dir / "film.mp4";
        testing::must(standin::rayFilm(quick.driven.circuit, quick.driven.drive, k, kFromS, kFromS + kLongS, file));
        auto film = testing::must(EdgeFilm::open(file, at<FootageTime>(0), at<FootageTime>(kLongS)));
        std::vector<EdgePicture> pictures;
        for (int i = 0; i < 48; ++i) pictures.push_back(*film.at(at<FootageTime>(0.5 + i * (kLongS - 1) / 48)));
        for (const auto* d : {&quick, &slow}) {
            const EdgeClues clues{d->path, d->driven.track, d->tie, {k.width, k.height}};
            std::mt19937 rng(3);
            const auto pins = inSight(*d, k, 6, 2, rng);
            const auto began = std::chrono::steady_clock::now();
            const auto six = solvedCamera({}, {d->path, d->driven.track, d->tie, {k.width, k.height}, pins, {}});
            solving.push_back(seconds(began));
            const auto both = refinedByEdges(six->camera, clues, pictures, pins, 20);
            const auto none = cameraByEdges(std::nullopt, clues, pictures);
            const auto a = offOf(*d, k, six->camera), b = offOf(*d, k, both->camera), c = offOf(*d, k, none->camera),
                       e = offOf(*d, k, none->camera, &film);
            std::printf("| %s | %s | %.1f / %.1f | %.1f / %.1f | %.1f / %.1f | %.1f / %.1f |\n", name,
                        d == &quick ? "100 Hz" : "10 Hz, 0.3 m", a.median, a.p95, b.median, b.p95, c.median, c.p95,
                        e.median, e.p95);
            std::fflush(stdout); // a row takes minutes
            sixMedian.push_back(b.median), sixP95.push_back(b.p95), noneMedian.push_back(c.median),
                noneP95.push_back(c.p95);
        }
    }
    return {{"six clicks and edges, median of the medians", median(sixMedian), "px", 8, true},
            {"six clicks and edges, median of the 95 %", median(sixP95), "px", 20, true},
            {"six clicks and edges, worst median", spreadOf(sixMedian).most, "px", 8, true},
            {"no click, median of the medians", median(noneMedian), "px", 25, true},
            {"no click, worst median", spreadOf(noneMedian).most, "px", 25, true},
            {"solving from six clicks", median(solving), "s", 1, true}};
}

} // namespace

Report accuracyOfCameras() { return accuracyOf(kinds(false)); }
Report accuracyOfHardFilms() { return accuracyOf(kinds(true)); }

Report accuracyOfFollowing() {
    const Drive d({});
    const testing::ScratchFolder dir;
    std::vector<double> off;
    int held = 0, visible = 0, silent = 0, sure = 0, gone = 0, saidGone = 0;
    for (int kind = 0; kind < 30; ++kind) {
        RayCamera k;
        k.width = 854, k.height = 480, k.frameRate = 25;
        std::mt19937 rng(static_cast<unsigned>(kind) + 5);
        const auto between = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(rng); };
        const double from = 70 + 3.1 * kind;
        const auto there = standin::rayPose(d.driven.circuit, d.driven.drive, k, from + 3);
        const standin::RayThing t{std::fmod(there.atM + between(4, 14), d.driven.circuit.length),
                                  between(0, 1) < 0.5 ? between(7, 12) : between(-12, -7),
                                  between(0.7, 2.2),
                                  between(0.5, 1.6),
                                  between(0.6, 2),
                                  kind};
        k.things = {t};
        const auto file = dir / "thing.mp4";
        testing::must(standin::rayFilm(d.driven.circuit, d.driven.drive, k, from, from + 4, file));
        const auto truth = [&](double s) {
            return standin::pixelOf(k, standin::rayPose(d.driven.circuit, d.driven.drive, k, from + s),
                                    standin::worldAt(d.driven.circuit, t.atM, t.leftM, t.upM));
        };
        const auto inside = [&](std::array<double, 2> p) {
            return p[0] > 6 && p[1] > 6 && p[0] < k.width - 6 && p[1] < k.height * 0.84;
        };
        double click = -1;
        for (int i = 20; i < 95; ++i)
            if (inside(truth(i / 25.0))) click = i / 25.0;
        if (click < 0) continue;
        click = std::round(std::max(0.8, click - 0.4) * 25) / 25;
        const auto c = truth(click);
        const auto path =
            testing::must(followThing(file,
                                      {at<FootageTime>(click), c[0], c[1], 0, at<FootageTime>(std::max(0.0, click - 2)),
                                       at<FootageTime>(std::min(3.9, click + 1))},
                                      [](double) { return true; }));
        int wrong = 0, seen = 0;
        for (const auto& p : path) {
            const auto is = truth(hl::seconds(p.when));
            const double px = std::hypot(p.xPx - is[0], p.yPx - is[1]) * 1280 / k.width;
            if (!inside(is)) {
                ++gone, saidGone += p.held == Held::Lost;
                continue;
            }
            ++visible, ++seen, sure += p.held == Held::Sure;
            if (p.held != Held::Lost) off.push_back(px), held += px < 6;
            silent += p.held == Held::Sure && px > 6;
            wrong += p.held == Held::Sure && px > 6;
        }
        if (wrong > 0) std::printf("kind %d: sure and more than 6 px off in %d of %d pictures\n", kind, wrong, seen);
    }
    const auto s = spreadOf(off);
    return {{"off the thing's middle where it is held, median", s.median, "px", 6, true},
            {"off the thing's middle where it is held, 95 %", s.p95, "px", 6, true},
            {"pictures with the thing in sight in which it is held within 6 px", 100.0 * held / std::max(1, visible),
             "%", 90, false},
            {"said to be sure and more than 6 px off", 100.0 * silent / std::max(1, sure), "%", 1, true},
            {"out of the picture, and said to be lost", 100.0 * saidGone / std::max(1, gone), "%", 95, false}};
}

Report speedOfMarks(const std::filesystem::path& demo) {
    const auto folder = demo / "saltmarrow-guide";
    const auto guide = testing::must(readGuide(folder));
    const auto session = testing::must(bringUp(folder, guide));
    const auto voice = scratchVoice();
    const auto cut = planCut(guide, session, speechesOf(guide, voice ? voice->get() : nullptr));
    const auto clock = clockOf(guide, session);
    auto stage = stageOf(guide, session, clock);
    auto began = std::chrono::steady_clock::now();
    const auto labels = plannedLabels(stage, cut, labelWidth);
    const double planning = seconds(began);
    stage.labels = &labels;
    Overlay overlay(1280, 720);
    std::vector<double> composing, painting;
    for (double t = 1; t < cut.lengthS; t += 0.73) {
        began = std::chrono::steady_clock::now();
        const auto scene = compose(stage, cut, at<GuideTime>(t));
        composing.push_back(1000 * seconds(began));
        overlay.paint(scene);
        overlay.wipe();
        painting.push_back(1000 * seconds(began));
    }
    const auto info = VideoReader::open(demo / "saltmarrow-lap.mp4")->info();
    began = std::chrono::steady_clock::now();
    const auto path = followThing(
        demo / "saltmarrow-lap.mp4",
        {at<FootageTime>(20), info.width * 0.4, info.height * 0.42, 0, at<FootageTime>(18.5), at<FootageTime>(21.5)},
        [](double) { return true; });
    const double following = seconds(began);
    return {{"overlay of a 720p picture, composed, painted, wiped, median", spreadOf(painting).median, "ms", 4, true},
            {"the same, 95 %", spreadOf(painting).p95, "ms", 4, true},
            {"of it composing, median", spreadOf(composing).median, "ms", 1, true},
            {"following through 3 s of 720p at 50 pictures a second", following, "s", 1, true},
            {"labels planned for the whole guide", planning, "s", 1, true}};
}

} // namespace hl::bench

// SPDX-License-Identifier: GPL-3.0-or-later
// A thing clicked on one lap: placed beside the road, and found again where another lap of the same film shows it.
#include "core/guide/marker_edits.h"
#include "jobs/things.h"
#include "standins/ray_camera.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "support/driven.h"
#include "support/scratch_folder.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>
#include <fstream>

using namespace hl;
using namespace hl::testing;

namespace {

constexpr double kThingM = 640, kClickM = 595, kPieceS = 2.2; // metres of the thing, and of the car when it is clicked

/// Two laps in one film, of each only the seconds around the thing; the clock between them goes on.
struct TwoLaps {
    ScratchFolder dir;
    standin::Circuit circuit = standin::saltmarrowRing();
    standin::Drive drive = standin::drive(circuit, {}, {}, 3, 3);
    standin::RayCamera camera;
    double first = 0, second = 0; ///< drive seconds at which the car is at kClickM
    TwoLaps() {
        camera.width = 640, camera.height = 360;
        camera.things = {{kThingM, 8.5, 1.3, 1.6, 1.4, 4}};
        std::vector<double> passes;
        for (double t = 1, was = 1e9; t < drive.samples.back().t; t += 0.02) {
            const double m = wrapped(standin::rayPose(circuit, drive, camera, t).atM, circuit.length);
            if (was < kClickM && m >= kClickM) passes.push_back(t);
            was = m;
        }
        first = passes.at(passes.size() - 2), second = passes.back();
        for (const auto& [name, t] : {std::pair("a.mkv", first), std::pair("b.mkv", second)})
            if (auto s = standin::rayFilm(circuit, drive, camera, t - kPieceS, t + kPieceS, dir / name); !s)
                throw std::runtime_error(sentence(s.error()));
        std::ofstream(dir / "list.txt") << "file a.mkv\nduration " << second - first << "\nfile b.mkv\n";
        const auto join = "ffmpeg -v error -y -f concat -safe 0 -i '" + (dir / "list.txt").string() + "' -c copy '" +
                          (dir / "film.mkv").string() + "' </dev/null";
        if (std::system(join.c_str()) != 0) throw std::runtime_error("ffmpeg failed");
    }
    Guide guide(int lap) {
        std::filesystem::create_directories(dir / "guide/log");
        standin::LogOptions how;
        (void)writeFile(dir / "guide/log/drive.csv", standin::csvLog(circuit, drive, how));
        (void)writeFile(dir / "guide/log/track.geojson", standin::trackGeoJson(circuit));
        Guide g;
        g.scene.title = "two laps";
        g.sources.log = "log/drive.csv", g.sources.trackFile = "log/track.geojson", g.sources.lap = lap;
        auto& f = g.sources.film();
        f.file = (dir / "film.mkv").string();
        f.tie.offsetS = first - kPieceS, f.tie.method = "hand", f.tie.confidence = 1;
        f.camera.hfovRad = rad(camera.hfovDeg), f.camera.heightM = camera.heightM, f.camera.forwardM = camera.forwardM,
        f.camera.pitchRad = rad(camera.pitchDeg);
        f.camera.pitchPerG = rad(camera.pitchPerG), f.camera.rollPerG = rad(camera.rollPerG);
        f.camera.assumed = false;
        GuideCorner c;
        c.id = newId<CornerId>(g);
        c.number = 1, c.startM = 300, c.turnInM = 600, c.apexM = 640, c.endM = 700, c.apexesM = {640};
        c.markers = {{newId<MarkerId>(g), "ring", InFilm{f.id, at<FootageTime>(kPieceS), 0, 0}, "board"}};
        g.corners = {c};
        return g;
    }
    Vec2 truth(double driveS) const {
        const auto px = standin::pixelOf(camera, standin::rayPose(circuit, drive, camera, driveS),
                                         standin::worldAt(circuit, kThingM, 8.5, 1.3));
        return {px[0], px[1]};
    }
};

} // namespace

TEST_CASE("a thing is placed where its sights meet, and is found again on another lap of the film", "[slow]") {
    TwoLaps t;
    auto guide = t.guide(1);
    const auto laps = bringUp(t.dir / "guide", guide);
    INFO((laps ? "" : sentence(laps.error())));
    REQUIRE(laps);
    const auto lapAt = [&](double s) {
        for (const auto& l : laps->laps.laps)
            if (seconds(l.start) <= s && s < seconds(l.start) + l.time.count()) return l.number;
        return -1;
    };
    guide.sources.lap = lapAt(t.first);
    auto& mark = guide.corners[0].markers[0];
    const auto seen = t.truth(t.first);
    std::get<InFilm>(mark.at).xPx = seen.x, std::get<InFilm>(mark.at).yPx = seen.y;
    const auto session = bringUp(t.dir / "guide", guide);
    REQUIRE(session);
    const auto path = followMarker(guide, *session, mark, {});
    REQUIRE(path);
    const auto place = thingOnRoad(guide, *session, *path);
    REQUIRE(place);
    CHECK(place->atM == Approx(kThingM).margin(2.5));
    CHECK(place->lateralM == Approx(8.5).margin(0.8));
    CHECK(place->heightM == Approx(1.3).margin(0.5));

    guide = withThing(std::move(guide), mark.id, *place);
    REQUIRE(referenceWith(guide, guide.corners[0].markers[0].thing));
    guide.sources.lap = lapAt(t.second);
    REQUIRE(guide.sources.lap != lapAt(t.first));
    const auto other = bringUp(t.dir / "guide", guide);
    REQUIRE(other);
    const auto again = followMarker(guide, *other, guide.corners[0].markers[0], {});
    INFO((again ? "" : sentence(again.error())));
    REQUIRE(again);
    std::vector<double> off;
    for (const auto& p : *again)
        if (p.held == Held::Sure) {
            const auto there = t.truth(t.first - kPieceS + seconds(p.when));
            off.push_back(std::hypot(p.xPx - there.x, p.yPx - there.y));
        }
    REQUIRE(off.size() > 15);
    CHECK(median(off) < 3); // of a 640 wide picture

    auto nameless = guide;
    nameless.corners[0].markers[0].thing = {};
    const auto lost = followMarker(nameless, *other, nameless.corners[0].markers[0], {});
    REQUIRE_FALSE(lost);
    CHECK(lost.error().id == "follow.other-lap");
}

TEST_CASE("a ring on a reference stands where the film shows the thing, wherever the list says it is", "[slow]") {
    auto o = openDemo({1, 4});
    const auto rings = ringedReferences(o.guide);
    REQUIRE(rings.size() >= 2);
    std::size_t held = 0;
    for (const auto id : rings) {
        const auto seen = besideReference(o.guide, o.session, id, {});
        REQUIRE(seen);
        if (seen->alongM == 0) continue; // not held until close: the ring stays where it was
        CHECK(std::abs(seen->alongM) < 0.6);
        CHECK(std::abs(seen->leftM) < 0.3);
        auto badly = o.guide;
        constexpr double kAlong = 0.7; // from afar the ring still holds the thing, close to not
        for (auto& r : badly.references)
            if (r.id == id) r.atM += kAlong;
        const auto again = besideReference(badly, o.session, id, {});
        REQUIRE(again);
        if (again->alongM == 0) continue;
        ++held;
        CHECK(again->alongM == Approx(seen->alongM - kAlong).margin(0.4));

        // The ring moves there, and a ring that is tied 5 m after the reference does not.
        auto s = o.session;
        s.beside = std::make_shared<const ThingsBeside>(ThingsBeside{{id, *again}});
        const auto clock = clockOf(badly, s);
        const auto with = stageOf(badly, s, clock), without = stageOf(badly, o.session, clock);
        const auto when = clock.footage(roadPlace(badly, OnReference{id})->atM - 12);
        auto corner = badly.corners[0];
        for (const double offset : {0.0, 5.0}) {
            corner.markers = {{MarkerId{1}, "ring", OnReference{id, offset}, "board"}};
            const auto moved = marksAt(with, corner, when, SectionKind::WalkThrough, nullptr),
                       still = marksAt(without, corner, when, SectionKind::WalkThrough, nullptr);
            REQUIRE(moved.size() == 1);
            REQUIRE(still.size() == 1);
            const double by =
                std::hypot(moved[0].points[0].x - still[0].points[0].x, moved[0].points[0].y - still[0].points[0].y);
            CHECK((by > 3) == (offset == 0));
        }
    }
    CHECK(held >= 1);
    auto assumed = o.guide;
    assumed.sources.film().camera.assumed = true;
    CHECK(besideReference(assumed, o.session, rings[0], {})->alongM == 0);
}

// SPDX-License-Identifier: GPL-3.0-or-later
// A camera that was told wrongly, pins that contradict it, and places asked for outside the log; on the demo's guide.
#include "core/guide/marker_edits.h"
#include "jobs/camera.h"
#include "jobs/look.h"
#include "jobs/things.h"
#include "support/small_guide.h"

#include <catch2/catch.hpp>

using namespace hl;
using namespace hl::testing;

namespace {

/// Where the guide's own camera sees the road's edges, as clicks.
std::vector<CameraPin> clicksOf(const Opened& o, const Camera& camera, std::size_t count) {
    const auto& tie = o.guide.sources.film().tie;
    const auto film = inFrame(o.session.videoInfo);
    std::vector<CameraPin> pins;
    for (double t = 8; pins.size() < count; t += 5.3)
        for (const double ahead : {12.0, 30.0, 50.0}) {
            const double now = sampleAt(o.session.path->t, o.session.path->s, seconds(tie.log(at<FootageTime>(t))));
            const auto f = frameAt(*o.session.road, now + ahead);
            const double left = pins.size() % 2 ? f.left : -f.right;
            const auto pose = cameraPose(camera, *o.session.path, tie.log(at<FootageTime>(t)));
            const auto px = project(*pose, onRoad(*o.session.road, now + ahead, left, 0));
            if (!px || px->x < 0 || px->x > 1280 || px->y < 0 || px->y > 560 || pins.size() == count) continue;
            const auto in = film.film(*px);
            pins.push_back({at<FootageTime>(t), in.x, in.y, {now + ahead, now + ahead, left, 0}});
        }
    return pins;
}

} // namespace

TEST_CASE("a told camera that the clicks contradict is given up, one that they confirm is kept") {
    auto o = openDemo({3});
    const auto truth = o.guide.sources.film().camera;
    const auto pins = clicksOf(o, truth, 9);
    auto& camera = o.guide.sources.film().camera;
    camera.hfovRad = rad(52), camera.pitchRad = rad(4), camera.heightM = 0.7, camera.assumed = false;
    const auto found = cameraFromPins(o.guide, o.session, pins);
    REQUIRE(found);
    CHECK(deg(found->camera.hfovRad) == Approx(deg(truth.hfovRad)).margin(3));
    CHECK(deg(found->camera.pitchRad) == Approx(deg(truth.pitchRad)).margin(1));
    CHECK(found->medianPx < 4);
    camera = truth;
    const auto kept = cameraFromPins(o.guide, o.session, pins);
    REQUIRE(kept);
    CHECK(deg(kept->camera.hfovRad) == Approx(deg(truth.hfovRad)).margin(0.6));
    CHECK(kept->sure);
}

TEST_CASE("places are where the camera sees them, with what is not sure about them, and only inside the log") {
    auto o = openDemo({3});
    const auto truth = o.guide.sources.film().camera;
    const auto points = clicksOf(o, truth, 12);
    const auto seen = placesSeen(o.guide, o.session, points, {});
    REQUIRE(seen);
    REQUIRE(seen->size() == points.size());
    for (std::size_t i = 0; i < points.size(); ++i) {
        const auto& p = (*seen)[i];
        CHECK(p.visible);
        CHECK(p.uncertaintyPx > 0);
        CHECK(std::hypot(p.xPx - points[i].xPx, p.yPx - points[i].yPx) < std::max(25.0, 2 * p.uncertaintyPx));
    }
    auto behind = points.front();
    behind.place.atM -= 80;
    const auto none = placesSeen(o.guide, o.session, {behind}, {});
    REQUIRE(none);
    CHECK_FALSE(none->front().visible);
    o.guide.sources.film().camera.assumed = true; // then it says how little it knows
    const auto unsure = placesSeen(o.guide, o.session, {points.front()}, {});
    REQUIRE(unsure);
    CHECK(unsure->front().uncertaintyPx > 5 * seen->front().uncertaintyPx);
    auto late = points.front();
    late.when = at<FootageTime>(1e5);
    const auto outside = placesSeen(o.guide, o.session, {late}, {});
    REQUIRE_FALSE(outside);
    CHECK(outside.error().id == "project.outside");
}

TEST_CASE("a mark that is on no thing of the film is not followed, and a stopped job says so") {
    auto o = openDemo({3});
    const auto& c = o.guide.corners.front();
    Marker onRoad;
    onRoad.kind = "ring", onRoad.at = OnRoad{c.apexM, c.apexM, 0, 0};
    const auto refused = followMarker(o.guide, o.session, onRoad, {});
    REQUIRE_FALSE(refused);
    CHECK(refused.error().id == "follow.outside");
    std::stop_source stop;
    stop.request_stop();
    Progress stoppedJob;
    stoppedJob.stop = stop.get_token();
    const auto stopped = findCamera(o.guide, o.session, {}, stoppedJob);
    REQUIRE_FALSE(stopped);
    CHECK(stopped.error().id == "job.cancelled");
}

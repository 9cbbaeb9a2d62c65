// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/things.h"

#include "core/camera/thing_place.h"
#include "core/cut/pick_place.h"
#include "media/follow_thing.h"
#include "store/film_cache.h"

#include <algorithm>
#include <sstream>

namespace hl {
namespace {

constexpr double kBeforeS = 4, kAfterS = 4;

/// Metres along the lap where the car was at a moment of the film, on whichever lap that is.
double carAt(const Guide& g, const Session& s, FootageTime when) {
    return wrapped(sampleAt(s.path->t, s.path->s, seconds(g.sources.film().tie.log(when))), s.trace.lengthM);
}

bool onThisLap(const Guide& g, const Session& s, FootageTime when) {
    const double log = seconds(g.sources.film().tie.log(when));
    return log >= s.trace.t.front() && log <= s.trace.t.back();
}

/// The click that would have been made on this lap: as far before the thing as then, where the film shows it.
Result<InFilm> clickOnThisLap(const Guide& g, const Session& s, const Marker& m, const InFilm& in) {
    const Error gone{"follow.other-lap", "was clicked on another lap, and is not found on this one", m.label,
                     "a click on it in this lap"};
    const auto* thing = referenceWith(g, m.thing);
    if (!thing || !s.path || s.path->empty()) return gone;
    const double before = wrapped(thing->atM - carAt(g, s, in.when), s.trace.lengthM);
    const auto when = clockOf(g, s).footage(thing->atM - before);
    const auto clock = clockOf(g, s);
    const auto near = frameOf(stageOf(g, s, clock), {thing->atM, thing->atM, thing->lateralM, thing->heightM}, when);
    if (!near) return gone;
    const auto film = inFrame(s.videoInfo).film(*near);
    const FollowWish known{in.when, in.xPx, in.yPx, 0, in.when, in.when};
    const auto found = thingFoundAgain(s.video, known, when, film.x, film.y);
    if (!found) return found.error();
    if (!*found) return gone;
    return InFilm{in.film, when, (*found)->xPx, (*found)->yPx};
}

/// What stands still beside the road cannot be far from where its place projects to.
void boundByRoad(FollowedPath& path, const Guide& g, const Session& s) {
    constexpr double kMostPx = 30; // of the frame: the camera and the log may be that far off
    const auto place = thingOnRoad(g, s, path);
    if (!place) return;
    const auto clock = clockOf(g, s);
    const auto stage = stageOf(g, s, clock);
    const auto size = inFrame(s.videoInfo);
    for (auto& p : path) {
        if (p.held != Held::Sure) continue;
        const auto pose = poseAt(stage, p.when);
        const auto at = pose ? project(*pose, onRoad(*stage.road, place->atM, place->lateralM, place->heightM))
                             : std::optional<Vec2>();
        const auto seen = size.frame({p.xPx, p.yPx});
        const double most = std::max(kMostPx, 2 * p.radiusPx * size.scale());
        if (at && std::hypot(at->x - seen.x, at->y - seen.y) > most) p.held = Held::Unsure;
    }
}

} // namespace

std::string thingKey(const Session& s, const InFilm& in) {
    std::ostringstream k;
    k << s.video.string() << ' ' << s.lap << ' ' << seconds(in.when) << ' ' << in.xPx << ' ' << in.yPx;
    return k.str();
}

std::optional<OnRoad> thingOnRoad(const Guide& g, const Session& s, const FollowedPath& path) {
    if (g.sources.film().camera.assumed || !s.road) return std::nullopt;
    constexpr double kFitsPx = 10;
    const auto clock = clockOf(g, s);
    const auto stage = stageOf(g, s, clock);
    const auto size = inFrame(s.videoInfo);
    std::vector<Sight> sights;
    FootageTime last{};
    for (const auto& p : path)
        if (p.held == Held::Sure)
            if (const auto pose = poseAt(stage, p.when))
                sights.push_back({*pose, size.frame({p.xPx, p.yPx})}), last = p.when;
    const auto thing = placeOfThing(sights);
    if (!thing || thing->offPx > kFitsPx) return std::nullopt;
    constexpr double kFarM = 120; // from the car when it was seen last
    const double near = placeAt(s.trace, g.sources.film().tie.log(last));
    const auto place = placeOf(*s.road, {thing->at.x, thing->at.y}, kNaN);
    if (std::abs(std::remainder(place.atM - near, s.trace.lengthM)) > kFarM || std::abs(place.lateralM) > kFarM)
        return std::nullopt;
    const auto ground = onRoad(*s.road, place.atM, place.lateralM, 0);
    return OnRoad{place.atM, place.atM, place.lateralM, thing->at.z - ground.z};
}

Result<FollowedPath> followMarker(const Guide& guide, const Session& s, const Marker& marker,
                                  const Progress& progress) {
    const auto* clicked = std::get_if<InFilm>(&marker.at);
    if (!clicked || clicked->film != guide.sources.film().id)
        return Error{"follow.outside", "the mark is on no thing of this film", "", "a click in the film"};
    auto in = *clicked;
    if (!onThisLap(guide, s, in.when)) {
        const auto here = clickOnThisLap(guide, s, marker, in);
        if (!here) return here.error();
        in = *here;
    }
    const FollowWish wish{in.when,
                          in.xPx,
                          in.yPx,
                          0,
                          std::max(at<FootageTime>(0), in.when - Seconds(kBeforeS)),
                          std::min(at<FootageTime>(s.videoInfo.length.count()), in.when + Seconds(kAfterS))};
    auto path = followThing(s.video, wish, [&](double share) {
        progress.report(share, "following");
        return !progress.cancelled();
    });
    if (!path) return path;
    boundByRoad(*path, guide, s);
    (void)keepFollowed(s.folder, marker.id, thingKey(s, *clicked), *path);
    return path;
}

} // namespace hl

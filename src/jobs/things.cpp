// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/things.h"

#include "core/camera/thing_place.h"
#include "core/cut/pick_place.h"
#include "core/mark/mark_kind.h"
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

/// How a thing at a place of the road goes through the film.
std::function<std::optional<Expected>(FootageTime)> expectedBy(const Stage& stage, const OnRoad& where) {
    return [&stage, where](FootageTime t) -> std::optional<Expected> {
        const auto pose = poseAt(stage, t);
        const auto place = onRoad(*stage.road, where.atM, where.lateralM, where.heightM);
        const auto px = pose ? project(*pose, place) : std::nullopt;
        if (!px) return std::nullopt;
        const auto film = stage.filmSize.film(*px);
        const double far = std::hypot(place.x - pose->at.x, place.y - pose->at.y, place.z - pose->at.z);
        return Expected{film.x, film.y, 1 / std::max(0.1, far)};
    };
}

/// What people look for is as large as this: boards, posts, bales. m, half.
constexpr double kUsualHalfM[] = {0.5, 0.35, 0.7};

/// From a picture in which the reference stands so far ahead until it is passed, where that picture shows it.
std::optional<FollowWish> wishFor(const Stage& stage, const OnRoad& where, double aheadM, double halfM) {
    constexpr double kMarginPx = 40, kPassedM = 3, kBeforeS = 1;
    const auto when = stage.clock.footage(where.atM - aheadM), passed = stage.clock.footage(where.atM - kPassedM);
    const auto pose = poseAt(stage, when);
    const auto px = frameOf(stage, where, when);
    if (!pose || !px || passed <= when || px->x < kMarginPx || px->x > kFrameWidth - kMarginPx || px->y < kMarginPx ||
        px->y > kFrameHeight - kMarginPx)
        return std::nullopt;
    const auto film = stage.filmSize.film(*px);
    return FollowWish{when,
                      film.x,
                      film.y,
                      halfM * pose->focalPx / aheadM / stage.filmSize.scale(),
                      std::max(at<FootageTime>(0), when - Seconds(kBeforeS)),
                      passed,
                      expectedBy(stage, where)};
}

/// Where what was followed stands, and how close the car came to it while it was surely held.
struct Followed {
    SeenBeside by;
    double nearestM = kNaN;
};

/// None where that is not the reference: the ground behind it is seen at the same spot, and from afar a place along the
/// road is hardly known.
std::optional<Followed> asFollowed(const Guide& g, const Session& s, const OnRoad& where, const FollowedPath& path) {
    constexpr double kAlongM = 3, kAcrossM = 1, kUpM = 0.8, kCloseM = 16;
    const auto place = thingOnRoad(g, s, path);
    if (!place) return std::nullopt;
    Followed f{{std::remainder(place->atM - where.atM, s.trace.lengthM), place->lateralM - where.lateralM,
                place->heightM - where.heightM},
               kCloseM};
    bool close = false;
    for (const auto& p : path)
        if (const double to = wrapped(where.atM - carAt(g, s, p.when), s.trace.lengthM);
            p.held == Held::Sure && to <= f.nearestM)
            f.nearestM = to, close = true;
    const bool there = std::abs(f.by.alongM) < kAlongM && std::abs(f.by.leftM) < kAcrossM && std::abs(f.by.upM) < kUpM;
    return close && there ? std::optional(f) : std::nullopt;
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

std::vector<ReferenceId> ringedReferences(const Guide& guide) {
    std::vector<ReferenceId> out;
    for (const auto& c : guide.corners)
        for (const auto& m : c.markers) {
            const auto* kind = markKindOf(m.kind);
            const auto* on = std::get_if<OnReference>(&m.at);
            if (kind && kind->onThing && on && on->offsetM == 0 && referenceWith(guide, on->reference) &&
                std::find(out.begin(), out.end(), on->reference) == out.end())
                out.push_back(on->reference);
        }
    return out;
}

Result<SeenBeside> besideReference(const Guide& guide, const Session& s, ReferenceId thing, const Progress& progress) {
    const auto where = roadPlace(guide, OnReference{thing});
    if (!where || !s.road || !s.path || s.path->empty() || guide.sources.film().camera.assumed) return SeenBeside{};
    const auto clock = clockOf(guide, s);
    const auto stage = stageOf(guide, s, clock);
    constexpr double kAheadM[] = {30, 22}, kCloseEnoughM = 11;
    Followed best{{}, kNaN};
    std::size_t tried = 0;
    for (const double ahead : kAheadM)
        for (const double half : kUsualHalfM) {
            const auto part = progress.part(num(tried) / 6, num(tried + 1) / 6);
            ++tried;
            const auto wish = wishFor(stage, *where, ahead, half);
            if (!wish) continue;
            const auto path = followThing(s.video, *wish, [&](double share) {
                part.report(share, "looking where the references are seen");
                return !part.cancelled();
            });
            if (!path) return path.error();
            const auto f = asFollowed(guide, s, *where, *path);
            if (f && !(f->nearestM >= best.nearestM)) best = *f;
            if (best.nearestM < kCloseEnoughM) return best.by;
        }
    return best.by;
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

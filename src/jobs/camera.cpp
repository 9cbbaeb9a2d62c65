// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/camera.h"

#include "core/camera/edges.h"
#include "core/sync/motion.h"
#include "media/edge_film.h"
#include "media/picture_motion.h"

#include <algorithm>
#include <map>

namespace hl {
namespace {

Error noPosition() {
    return {"camera.no-position", "the log has no positions to place the camera with", "", "a log with positions"};
}

bool canPlace(const Session& s) { return s.road && s.path && !s.path->empty(); }

EdgeClues cluesOf(const Guide& guide, const Session& s) {
    return {*s.path, *s.road, guide.sources.film().tie, inFrame(s.videoInfo)};
}

struct Span {
    FootageTime from{}, to{};
};

/// The part of the film that the log covers.
Span covered(const Guide& guide, const Session& s) {
    const auto& tie = guide.sources.film().tie;
    return {std::max(at<FootageTime>(0), tie.footage(at<LogTime>(s.path->t.front()))),
            std::min(at<FootageTime>(s.videoInfo.length.count()), tie.footage(at<LogTime>(s.path->t.back())))};
}

/// Moments spread over the film in which the car is under way.
std::vector<FootageTime> momentsUnderWay(const Guide& guide, const Session& s, std::size_t count) {
    constexpr double kSlowest = 6; // m/s
    const auto span = covered(guide, s);
    const auto& tie = guide.sources.film().tie;
    std::vector<FootageTime> all, out;
    for (auto t = span.from; t < span.to; t += Seconds(0.2)) {
        const double log = seconds(tie.log(t));
        const double v = (sampleAt(s.path->t, s.path->s, log + 0.25) - sampleAt(s.path->t, s.path->s, log - 0.25)) * 2;
        if (v > kSlowest) all.push_back(t);
    }
    for (std::size_t i = 0; i < count && !all.empty(); ++i) out.push_back(all[i * all.size() / count]);
    out.erase(std::unique(out.begin(), out.end()), out.end());
    return out;
}

Result<std::vector<EdgePicture>> picturesOf(const Guide& guide, const Session& s, std::size_t count,
                                            const Progress& progress) {
    const auto span = covered(guide, s);
    auto film = EdgeFilm::open(s.video, span.from, span.to);
    if (!film) return film.error();
    std::vector<EdgePicture> all;
    const auto moments = momentsUnderWay(guide, s, count);
    for (const auto t : moments) {
        if (auto pic = film->at(t)) all.push_back(std::move(*pic));
        if (progress.cancelled()) return cancelledError();
        progress.report(num(all.size()) / num(moments.size()), "looking at the film");
    }
    return all;
}

/// The width of view at which the picture turns as fast as the car: slope of turning against the picture's way.
std::optional<double> viewByTurning(const Guide& guide, const Session& s, const Progress& progress) {
    const auto motion = readMotion(s.video, [&](double share) {
        progress.report(share, "watching how the picture turns");
        return !progress.cancelled();
    });
    const auto turning = turningOf(*s.log);
    if (!motion || turning.empty()) return std::nullopt;
    const auto& tie = guide.sources.film().tie;
    std::vector<double> tangents;
    for (std::size_t i = 0; i < motion->footageS.size(); ++i) {
        const double rate =
            sampleAt((*s.log)[Channel::Time], turning, seconds(tie.log(at<FootageTime>(motion->footageS[i]))));
        constexpr double kTurns = 0.12; // rad/s: in slower turns other motion counts more
        // sideways is the share of the width a second: rate * focal / width = rate / (2 tan(half view))
        if (std::abs(rate) > kTurns && std::abs(motion->sideways[i]) > 0.01)
            tangents.push_back(rate / motion->sideways[i] / 2);
    }
    constexpr std::size_t kEnough = 40;
    if (tangents.size() < kEnough) return std::nullopt;
    const double half = std::atan(median(std::move(tangents)));
    return half > rad(10) && half < rad(75) ? std::optional(2 * half) : std::nullopt;
}

/// What marks may be off by, where nothing says how good the answer is.
Result<CameraFit> notSure(Result<CameraFit> fit, const char* method) {
    constexpr double kMayBeOffPx = 60;
    if (!fit) return fit;
    fit->sure = false, fit->camera.method = method;
    fit->camera.residualPx = std::max(fit->camera.residualPx, kMayBeOffPx);
    return fit;
}

/// Of a road that was learned from where the car went the edges are nobody's knowledge: what the film shows beside the
/// car may lie anywhere, and an answer that leans on it is worse than what is customary. How wide the camera sees still
/// comes from how the picture turns.
CameraFit onUnknownEdges(const Guide& guide, const Session& s, const Progress& progress) {
    CameraFit fit;
    fit.camera = guide.sources.film().camera;
    if (!fit.camera.assumed) return fit; // it was told, or found with clicks: nothing here knows better
    if (const auto view = viewByTurning(guide, s, progress)) fit.camera.hfovRad = *view, fit.camera.method = "motion";
    return fit;
}

/// Of several answers the one whose edges the film shows most, among those that the clicks allow.
CameraFit bestOf(std::vector<CameraFit> all, const CameraFit& clicked, const EdgeClues& clues,
                 const std::vector<EdgePicture>& pictures) {
    constexpr double kAllowed = 1.6, kAndPx = 5, kClearly = 0.02;
    auto best = clicked;
    double most = edgesMet(clicked.camera, clicked.edgeOffM, clues, pictures);
    for (auto& fit : all) {
        if (!std::isfinite(fit.medianPx) || fit.medianPx > kAllowed * clicked.medianPx + kAndPx) continue;
        const double met = edgesMet(fit.camera, fit.edgeOffM, clues, pictures);
        if (met > most + kClearly) most = met, best = std::move(fit);
    }
    return best;
}

/// An answer that is not sure takes the place of what there is only where the film shows more of its edges.
CameraFit notWorse(CameraFit fit, const Camera& now, const EdgeClues& clues, const std::vector<EdgePicture>& pictures) {
    constexpr double kClearly = 0.04;
    if (fit.sure) return fit;
    if (edgesMet(fit.camera, fit.edgeOffM, clues, pictures) > edgesMet(now, 0, clues, pictures) + kClearly) return fit;
    fit.camera = now;
    return fit;
}

/// Where the ground between camera and place rises above the line of sight.
bool behindCrest(const CameraPose& pose, const Track& road, double fromM, const OnRoad& place) {
    const auto target = onRoad(road, place.atM, place.lateralM, place.heightM);
    const double ahead = std::remainder(place.atM - fromM, road.lengthM);
    constexpr double kStepM = 4, kFootM = 0.15;
    for (double d = kStepM; d < ahead - kStepM; d += kStepM) {
        const double f = d / ahead;
        const auto ground = onRoad(road, fromM + d, place.lateralM * f, 0);
        if (ground.z > lerp(pose.at.z, target.z, f) + kFootM) return true;
    }
    return false;
}

/// How the camera turned in the pictures of these moments.
Result<std::map<double, Attitude>> turnedAt(const Guide& guide, const Session& s, const std::vector<CameraPin>& points,
                                            const Progress& progress) {
    std::map<double, Attitude> turned;
    for (const auto& p : points) turned.try_emplace(seconds(p.when));
    if (guide.sources.film().camera.assumed) return turned; // edges would be looked for in the wrong places
    const auto span = covered(guide, s);
    auto film = EdgeFilm::open(s.video, span.from, span.to);
    if (!film) return film.error();
    const auto clues = cluesOf(guide, s);
    std::size_t done = 0;
    for (auto& [t, attitude] : turned) {
        if (progress.cancelled()) return cancelledError();
        progress.report(num(done++) / num(turned.size()), "looking at the film");
        if (const auto pic = film->at(at<FootageTime>(t)))
            attitude = turnedIn(*pic, guide.sources.film().camera, clues, {}).value_or(Attitude{});
    }
    return turned;
}

} // namespace

Result<CameraFit> cameraFromPins(const Guide& guide, const Session& s, const std::vector<CameraPin>& pins) {
    if (!canPlace(s)) return noPosition();
    const auto& film = guide.sources.film();
    auto start = film.camera;
    if (!start.method.empty()) start = Camera{}; // it was solved before: begin anew
    const CameraClues clues{*s.path, *s.road, film.tie, inFrame(s.videoInfo), pins, {}};
    auto fit = solvedCamera(start, clues);
    if (!fit || start.assumed) return fit;
    // What was told may be wrong; then the clicks fit much better without it.
    auto freely = start;
    freely.assumed = true;
    auto other = solvedCamera(freely, clues);
    constexpr double kMuch = 1.5, kWorthPx = 2;
    return other && kMuch * other->medianPx + kWorthPx < fit->medianPx ? other : fit;
}

Result<CameraFit> findCamera(const Guide& guide, const Session& s, const std::vector<CameraPin>& pins,
                             const Progress& progress) {
    if (!canPlace(s)) return noPosition();
    constexpr std::size_t kPictures = 48;
    const auto clues = cluesOf(guide, s);
    std::optional<CameraFit> clicked;
    if (!pins.empty()) {
        auto fit = cameraFromPins(guide, s, pins);
        if (!fit) return fit;
        clicked = std::move(*fit);
    }
    const auto pictures = picturesOf(guide, s, kPictures, progress.part(0, 0.5));
    if (!pictures) return pictures.error();
    constexpr std::size_t kFewest = 6;
    if (clicked) {
        if (pictures->size() < kFewest || s.road->edgesAssumed) return *clicked;
        progress.report(0.55, "fitting the road's edges");
        std::vector<CameraFit> all;
        if (auto with = refinedByEdges(clicked->camera, clues, *pictures, pins, 20)) all.push_back(std::move(*with));
        if (const auto alone = cameraByEdges(std::nullopt, clues, *pictures))
            if (auto with = refinedByEdges(alone->camera, clues, *pictures, pins, 12)) all.push_back(std::move(*with));
        return bestOf(std::move(all), *clicked, clues, *pictures);
    }
    if (s.road->edgesAssumed) return onUnknownEdges(guide, s, progress.part(0.5, 1));
    if (pictures->size() < kFewest)
        return Error{"camera.no-clue", "the film shows too little of the lap", s.video.string(),
                     "some seconds of driving that the log covers, or clicked road features (--pins)"};
    progress.report(0.55, "fitting the road's edges");
    auto fit = cameraByEdges(std::nullopt, clues, *pictures);
    if (fit && fit->sure) return fit;
    const auto& now = guide.sources.film().camera;
    const auto view = viewByTurning(guide, s, progress.part(0.6, 0.9));
    auto again = view ? cameraByEdges(view, clues, *pictures) : notSure(std::move(fit), "edges");
    if (view && again && !again->sure) again = notSure(std::move(again), "motion and edges");
    return again ? Result<CameraFit>(notWorse(std::move(*again), now, clues, *pictures)) : again;
}

Result<std::vector<PlaceSeen>> placesSeen(const Guide& guide, const Session& s, const std::vector<CameraPin>& points,
                                          const Progress& progress) {
    if (!canPlace(s)) return noPosition();
    const auto& film = guide.sources.film();
    const auto frame = inFrame(s.videoInfo);
    for (const auto& point : points) {
        const double log = seconds(film.tie.log(point.when));
        constexpr double kBeside = 0.05;
        const auto shown = [&](double logS) { return std::to_string(seconds(film.tie.footage(at<LogTime>(logS)))); };
        if (log < s.path->t.front() - kBeside || log > s.path->t.back() + kBeside)
            return Error{"project.outside", std::to_string(seconds(point.when)) + " s of the film lies outside the log",
                         "", "between " + shown(s.path->t.front()) + " and " + shown(s.path->t.back()) + " s"};
    }
    const auto turned = turnedAt(guide, s, points, progress);
    if (!turned) return turned.error();
    std::vector<PlaceSeen> out;
    for (const auto& point : points) {
        const auto log = film.tie.log(point.when);
        const auto shake = turned->at(seconds(point.when));
        const auto pose = cameraPose(film.camera, *s.path, log, fittedWidth(s.videoInfo.aspect()), shake);
        PlaceSeen seen{point.when, point.place, 0, 0, false, 0};
        const auto world = onRoad(*s.road, point.place.atM, point.place.lateralM, point.place.heightM);
        if (const auto p = project(*pose, world)) {
            const auto px = frame.film(*p);
            seen.xPx = px.x, seen.yPx = px.y;
            const bool inside = px.x >= 0 && px.y >= 0 && px.x <= frame.width && px.y <= frame.height;
            seen.visible =
                inside && !behindCrest(*pose, *s.road, sampleAt(s.path->t, s.path->s, seconds(log)), point.place);
            // The camera's own error, the body's motion that nobody saw, and the decimetres of the position.
            constexpr double kLean = 0.005, kPlaceM = 0.3, kAssumedPx = 60;
            const bool looked = shake.yaw != 0 || shake.pitch != 0;
            const double base = film.camera.assumed ? kAssumedPx : std::max(2.0, film.camera.residualPx),
                         lean = (looked ? 0.3 : 1.0) * kLean * pose->focalPx,
                         place = pose->focalPx * kPlaceM / std::max(2.0, depthOf(*pose, world));
            constexpr double kIn95 = 2; // the half width that holds in about 95 % of cases
            seen.uncertaintyPx = kIn95 * std::hypot(base, lean, place) / frame.scale();
        }
        out.push_back(seen);
    }
    return out;
}

} // namespace hl

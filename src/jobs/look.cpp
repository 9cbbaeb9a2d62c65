// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/look.h"

#include "core/camera/edges.h"
#include "jobs/things.h"
#include "media/edge_film.h"
#include "store/film_cache.h"

#include <algorithm>
#include <sstream>

namespace hl {
namespace {

constexpr std::size_t kColumns = 65;

/// Of which film, camera and tie something was seen.
std::string keyOf(const Guide& guide, const Session& s) {
    const auto& f = guide.sources.film();
    const auto& c = f.camera;
    std::ostringstream k;
    k.precision(9);
    k << s.video.string() << ' ' << s.videoInfo.width << ' ' << s.videoInfo.length.count() << ' ' << f.tie.offsetS
      << ' ' << f.tie.driftPpm << ' ' << c.hfovRad << ' ' << c.heightM << ' ' << c.forwardM << ' ' << c.lateralM << ' '
      << c.yawRad << ' ' << c.pitchRad << ' ' << c.rollRad << ' ' << c.distortion << ' ' << c.pitchPerG << ' '
      << c.rollPerG << ' ' << c.slipPerG;
    return k.str();
}

std::string filmKey(const Session& s) {
    return s.video.string() + ' ' + std::to_string(s.videoInfo.width) + ' ' +
           std::to_string(s.videoInfo.length.count());
}

/// Of which film, camera, tie, lap and place a reference was followed.
std::string besideKey(const Guide& guide, const Session& s, ReferenceId thing) {
    std::ostringstream k;
    k.precision(9);
    const auto where = roadPlace(guide, OnReference{thing}).value_or(OnRoad{});
    k << keyOf(guide, s) << ' ' << s.lap << ' ' << where.atM << ' ' << where.lateralM << ' ' << where.heightM;
    return k.str();
}

/// Shares of the film's height over the film's width, as px of the frame over the frame's width.
std::vector<double> inFramePx(const std::vector<double>& shares, const FilmInFrame& film) {
    std::vector<double> rows;
    for (std::size_t i = 0; i < kColumns; ++i) {
        const auto at = film.film({kFrameWidth * num(i) / num(kColumns - 1), 0});
        const double u = at.x / film.width * num(shares.size() - 1);
        const bool inside = u >= -1e-9 && u <= num(shares.size() - 1) + 1e-9;
        const double share = inside ? shares[static_cast<std::size_t>(std::lround(u))] : kNaN;
        rows.push_back(std::isnan(share) ? kNaN : film.frame({0, share * film.height}).y);
    }
    return rows;
}

} // namespace

Session withWhatWasSeen(Session s, const Guide& guide) {
    if (auto shake = keptShake(s.folder, keyOf(guide, s)); shake && !shake->filmS.empty())
        s.shake = std::make_shared<const Shake>(std::move(*shake));
    if (const auto rows = keptBonnet(s.folder, filmKey(s)); rows && rows->size() > 1)
        s.bonnet = std::make_shared<const std::vector<double>>(inFramePx(*rows, inFrame(s.videoInfo)));
    auto things = std::make_shared<FollowedThings>();
    for (const auto& c : guide.corners)
        for (const auto& m : c.markers)
            if (const auto* in = std::get_if<InFilm>(&m.at))
                if (auto path = keptFollowed(s.folder, m.id, thingKey(s, *in))) (*things)[m.id] = std::move(*path);
    s.followed = std::move(things);
    auto beside = std::make_shared<ThingsBeside>();
    for (const auto id : ringedReferences(guide))
        if (auto kept = keptBeside(s.folder, id, besideKey(guide, s, id))) (*beside)[id] = std::move(*kept);
    s.beside = std::move(beside);
    return s;
}

bool isLookedAt(const Session& s, const Guide& guide) {
    const auto rings = ringedReferences(guide);
    return s.bonnet && s.beside &&
           std::all_of(rings.begin(), rings.end(), [&](ReferenceId id) { return s.beside->contains(id); });
}

Result<Shake> seenShake(const Guide& guide, const Session& s, const Progress& progress) {
    const auto& f = guide.sources.film();
    Shake shake;
    if (!s.path || s.path->empty() || !s.road || f.camera.assumed || s.road->edgesAssumed) return shake;
    auto reader = VideoReader::open(s.video);
    if (!reader) return reader.error();
    const auto times = reader->frameTimes();
    const auto inLog = [&](double t) {
        const double log = seconds(f.tie.log(at<FootageTime>(t)));
        return log >= s.path->t.front() && log <= s.path->t.back();
    };
    std::vector<double> wanted;
    std::copy_if(times.begin(), times.end(), std::back_inserter(wanted), inLog);
    if (wanted.size() < 2) return shake;
    auto film = EdgeFilm::open(s.video, at<FootageTime>(wanted.front()), at<FootageTime>(wanted.back()));
    if (!film) return film.error();
    const EdgeClues clues{*s.path, *s.road, f.tie, inFrame(s.videoInfo)};
    const auto look = [&](double t) -> std::optional<Attitude> {
        const auto pic = film->at(at<FootageTime>(t));
        return pic ? turnedIn(*pic, f.camera, clues, {}) : std::nullopt;
    };
    // A few pieces first: a calm camera on a smooth road is not worth the whole film.
    constexpr std::size_t kPieces = 6, kInPiece = 8;
    std::vector<double> jumps;
    for (std::size_t p = 0; p < kPieces; ++p) {
        std::optional<Attitude> last;
        for (std::size_t i = 0; i < kInPiece; ++i) {
            const auto k = p * wanted.size() / kPieces + i;
            if (k >= wanted.size()) break;
            const auto now = look(wanted[k]);
            if (now && last) jumps.push_back(std::abs(now->pitch - last->pitch));
            last = now;
        }
        if (progress.cancelled()) return cancelledError();
        progress.report(0.1 * num(p) / num(kPieces), "looking how the camera shakes");
    }
    constexpr double kShakes = 0.0022; // rad from picture to picture: two pixels
    if (jumps.size() < kInPiece || median(jumps) < kShakes) return shake;
    for (std::size_t i = 0; i < wanted.size(); ++i) {
        if (const auto now = look(wanted[i])) shake.filmS.push_back(wanted[i]), shake.turned.push_back(*now);
        if (i % 20 == 19) {
            if (progress.cancelled()) return cancelledError();
            progress.report(0.1 + 0.9 * num(i) / num(wanted.size()), "following how the camera shakes");
        }
    }
    return shake;
}

Result<Session> lookedAtFilm(Session s, const Guide& guide, const Progress& progress) {
    s = withWhatWasSeen(std::move(s), guide);
    if (!s.bonnet) {
        auto film = EdgeFilm::open(s.video, at<FootageTime>(0), at<FootageTime>(s.videoInfo.length.count()));
        if (!film) return film.error();
        const auto rows = film->bonnet(kColumns);
        (void)keepBonnet(s.folder, filmKey(s), rows); // a folder that cannot be written is looked at again next time
        s.bonnet = std::make_shared<const std::vector<double>>(inFramePx(rows, inFrame(s.videoInfo)));
    }
    if (!s.shake && !keptShake(s.folder, keyOf(guide, s))) {
        auto shake = seenShake(guide, s, progress.part(0.05, 0.7));
        if (!shake) return shake.error();
        (void)keepShake(s.folder, keyOf(guide, s), *shake);
        if (!shake->filmS.empty()) s.shake = std::make_shared<const Shake>(std::move(*shake));
    }
    auto things = *s.followed;
    for (const auto& c : guide.corners)
        for (const auto& m : c.markers)
            if (std::holds_alternative<InFilm>(m.at) && !things.contains(m.id)) {
                auto path = followMarker(guide, s, m, progress.part(0.7, 0.85));
                if (!path && path.error().id == "job.cancelled") return path.error();
                if (path) things[m.id] = std::move(*path);
            }
    s.followed = std::make_shared<const FollowedThings>(std::move(things));
    auto beside = *s.beside;
    for (const auto id : ringedReferences(guide))
        if (!beside.contains(id)) {
            auto seen = besideReference(guide, s, id, progress.part(0.85, 1));
            if (!seen && seen.error().id == "job.cancelled") return seen.error();
            if (!seen) continue;
            (void)keepBeside(s.folder, id, besideKey(guide, s, id), *seen);
            beside[id] = std::move(*seen);
        }
    s.beside = std::make_shared<const ThingsBeside>(std::move(beside));
    return s;
}

} // namespace hl

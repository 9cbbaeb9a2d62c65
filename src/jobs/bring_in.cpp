// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/bring_in.h"

#include "core/check/held_draft.h"
#include "core/guide/frame_rate.h"
#include "core/log/csv_cells.h"
#include "core/log/repair.h"
#include "core/sync/motion.h"
#include "core/words/draft.h"
#include "jobs/camera.h"
#include "jobs/film_log.h"
#include "jobs/picture_log.h"
#include "jobs/session.h"
#include "jobs/shelf.h"
#include "jobs/sides.h"
#include "media/metadata_track.h"
#include "media/picture_motion.h"
#include "media/sound.h"
#include "media/video_reader.h"
#include "store/files.h"
#include "store/guide_file.h"
#include "store/log_file.h"
#include "store/log_writer.h"

#include <unistd.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

struct Sourced {
    PlacedLog placed;
    VideoInfo video;
    std::optional<ClockTie> own; ///< of a film that brings its own log
    const CarLog& log() const { return placed.log; }
    const LapList& laps() const { return placed.laps; }
    const Track* trackOrNull() const { return placed.trackOrNull(); }
};

bool readFromPicture(const NewGuide& wish) { return wish.log.empty() && !wish.panel.empty(); }

/// The camera that was named, or the one described beside the film.
std::optional<fs::path> filmCamera(const NewGuide& wish) {
    std::error_code ec;
    const fs::path beside(wish.video.string() + ".camera.json");
    if (wish.camera) return wish.camera;
    return fs::exists(beside, ec) ? std::optional(beside) : std::nullopt;
}

bool bringsItsOwn(const NewGuide& wish) {
    std::error_code ec;
    return wish.log.empty() || fs::equivalent(wish.log, wish.video, ec);
}

Result<Sourced> readSources(const NewGuide& wish, const Progress& progress) {
    auto video = VideoReader::open(wish.video, 1);
    if (!video) return video.error();
    const auto read = progress.part(0, 0.9);
    if (readFromPicture(wish)) {
        auto log = pictureLog(wish.video, wish.panel, wish.named, filmCamera(wish), read);
        if (!log) return log.error();
        auto placed = placedLog(std::move(*log), {wish.video, std::nullopt, {}, {}});
        if (!placed) return placed.error();
        return Sourced{std::move(*placed), video->info(), pictureTie(video->info().frameRate)};
    }
    if (!bringsItsOwn(wish)) {
        auto placed = placedLog({wish.log, wish.track, wish.columns, wish.line}, [&](double share) {
            read.report(share, "reading the log");
            return !progress.cancelled();
        });
        if (!placed) return placed.error();
        return Sourced{std::move(*placed), video->info(), std::nullopt};
    }
    auto film = readFilmLog(wish.video, read);
    if (!film) return film.error();
    auto placed = placedLog(std::move(film->log), {wish.video, wish.track, {}, wish.line});
    if (!placed) return placed.error();
    return Sourced{std::move(*placed), video->info(), ownTie(film->delay)};
}

/// Seconds of a lap that the film shows.
double filmed(const Lap& lap, const ClockTie& tie, Seconds length) {
    const double from = std::max(seconds(tie.log(at<FootageTime>(0))), seconds(lap.start));
    const double to = std::min(seconds(tie.log(at<FootageTime>(length.count()))), seconds(lap.start + lap.time));
    return std::max(0.0, to - from);
}

/// The fastest complete lap that is wholly in the film, else the one it shows most of.
Result<Lap> filmedLap(const Sourced& s, const ClockTie& tie) {
    const Lap *whole = nullptr, *most = nullptr;
    for (const auto& lap : s.laps().laps) {
        const double shown = filmed(lap, tie, s.video.length);
        if (shown > lap.time.count() - 0.5 && lap.complete && (!whole || lap.time < whole->time)) whole = &lap;
        if (shown > 1 && (!most || shown > filmed(*most, tie, s.video.length))) most = &lap;
    }
    if (whole) return *whole;
    if (most) return *most;
    return Error{"bring-in.no-lap", "the film shows none of the log's laps", "", "a film of this log"};
}

Result<ClockTie> tieByPairs(const NewGuide& wish, const Sourced& s) {
    const auto lap = wish.lap ? numbered(s.laps(), *wish.lap) : fastest(s.laps());
    if (!lap) return lap.error();
    const auto trace = traceOf(s.log(), s.laps(), *lap, s.trackOrNull());
    if (!trace) return trace.error();
    std::vector<HandPair> pairs;
    for (const auto& p : wish.pairs) pairs.push_back({p.footage, timeAt(*trace, p.atM)});
    return syncByHand(pairs);
}

/// The film tells left from right where the log does not. A doubtful tie tells nothing.
Status takeSidesOfFilm(Sourced& s, const NewGuide& wish, const ClockTie& tie, const Progress& progress) {
    if (!tie.sure()) return Done{};
    const auto told = sidesInFilm(wish.video, s.log(), tie, progress);
    if (!told) return told.error();
    if (told->from == Sides::Guessed) return Done{};
    if (!s.log().hasPosition()) {
        takeSides(s.placed.log, *told);
        return Done{};
    }
    auto placed = placedLog(std::move(s.placed.log), {wish.log, wish.track, wish.columns, wish.line, true, *told});
    if (!placed) return placed.error();
    s.placed = std::move(*placed);
    return Done{};
}

/// A line that is only assumed goes where the film shows a whole lap, if it shows one anywhere.
Status wholeLapsInFilm(Sourced& s, const NewGuide& wish, const ClockTie& tie) {
    constexpr double kNearly = 0.3; // s
    if (!s.laps().assumed || !tie.sure()) return Done{};
    const auto whole = [&](const Lap& lap) {
        return lap.complete && filmed(lap, tie, s.video.length) > lap.time.count() - kNearly;
    };
    if (std::any_of(s.laps().laps.begin(), s.laps().laps.end(), whole)) return Done{};
    const LogSpan film{seconds(tie.log(at<FootageTime>(0))), seconds(tie.log(at<FootageTime>(s.video.length.count())))};
    auto again = placedLog(s.placed.log, {wish.log, wish.track, wish.columns, wish.line, true, {}, film});
    if (!again) return again.error();
    if (std::any_of(again->laps.laps.begin(), again->laps.laps.end(), whole)) s.placed = std::move(*again);
    return Done{};
}

/// A simulator tells exact metres, often; a receiver tells degrees, a few times a second.
bool looksSimulated(const CarLog& log) {
    constexpr double kOften = 40; // positions a second
    return log.hasPosition() && !log.origin && log.rateHz >= kOften;
}

Scene filledScene(Scene scene, std::optional<bool> wishReal, const Sourced& s) {
    const auto* track = s.placed.learned ? nullptr : s.trackOrNull(); // a learned road has no name, and may be real
    if (scene.track.empty() && track) scene.track = track->name;
    if (scene.title.empty()) scene.title = scene.track.empty() ? "New guide" : scene.track + ", corner by corner";
    if (wishReal) {
        scene.realTrack = *wishReal, scene.realSaid = true;
    } else {
        scene.realTrack = track && track->real; // a learned road is real only when somebody says so
        scene.realSaid = (track && !track->edgesAssumed) || looksSimulated(s.log());
    }
    return scene;
}

Status copyInto(const fs::path& from, const fs::path& to) {
    const auto bytes = readFile(from);
    return bytes ? writeFile(to, *bytes) : Status(bytes.error());
}

/// The log's own file, or what the film told, written down: later openings need not read a film of many gigabytes.
Status keepLog(const fs::path& folder, const NewGuide& wish, const CarLog& log, Sources& sources) {
    const auto& from = bringsItsOwn(wish) ? wish.video : wish.log;
    if (!looksLikeFilm(from)) {
        sources.log = "log/" + from.filename().string();
        return copyInto(from, folder / sources.log);
    }
    sources.log = "log/" + from.stem().string() + "-own-log.csv";
    sources.columns = columnsAsWritten(log);
    return writeLog(folder / sources.log, log);
}

/// Fills `folder`, which only this run knows of yet.
Result<Guide> fill(const fs::path& folder, const NewGuide& wish, const PlacedLog& placed, Guide g) {
    for (const char* sub : {"log", "takes", "cache"})
        if (auto done = makeFolder(folder / sub); !done) return done.error();
    if (auto done = keepLog(folder, wish, placed.log, g.sources); !done) return done.error();
    if (wish.track) {
        g.sources.trackFile = "log/" + wish.track->filename().string();
        if (auto done = copyInto(*wish.track, folder / g.sources.trackFile); !done) return done.error();
    } else if (placed.learned) { // kept, so that metres stay where they are and other guides can use the road
        g.sources.trackFile = "log/learned-road.geojson";
        if (auto done = writeTrack(folder / g.sources.trackFile, *placed.track); !done) return done.error();
    }
    const auto target = fs::absolute(wish.folder).lexically_normal(),
               video = fs::absolute(wish.video).lexically_normal();
    const auto relative = video.lexically_relative(target.parent_path());
    g.sources.film().file =
        !relative.empty() && *relative.begin() != ".." ? (fs::path("..") / relative).string() : video.string();
    if (auto done = saveGuide(folder, g); !done) return done.error();
    return g;
}

/// A camera that nobody told of is looked for in the film, where the road's edges are known; it is kept when it is
/// sure.
Guide withCameraSeen(Guide g, const Session& session, const Progress& progress) {
    if (!g.sources.film().camera.assumed || !session.trackOrNull() || session.track->edgesAssumed) return g;
    const auto fit = findCamera(g, session, {}, progress);
    if (!fit || !fit->sure) return g;
    auto with = g;
    with.sources.film().camera = fit->camera;
    return saveGuide(session.folder, with) ? with : g;
}

} // namespace

Result<PlacePair> parsePair(std::string_view text) {
    const auto colon = text.find(':');
    const auto number = [](std::string_view t) { return parseNumber(t, false); };
    if (colon != std::string_view::npos)
        if (const auto film = number(text.substr(0, colon)), place = number(text.substr(colon + 1)); film && place)
            return PlacePair{at<FootageTime>(*film), *place};
    return Error{"usage.pair", "\"" + std::string(text) + "\" is not a pair", "",
                 "film seconds and lap metres, like 12.48:310"};
}

namespace {

Result<ClockTie> bySound(const fs::path& video, const CarLog& log, const Progress& progress) {
    if (!log.has(Channel::EngineSpeed) && !log.has(Channel::Speed))
        return syncBySound({}, log); // says what is missing before anything is decoded
    progress.report(0, "listening to the engine");
    const auto sound = readSound(video, 8000);
    if (!sound) return sound.error();
    if (progress.cancelled()) return cancelledError();
    progress.report(0.5, "matching the engine note with the log");
    return syncBySound(*sound, log);
}

Result<ClockTie> byMotion(const fs::path& video, const CarLog& log, const Progress& progress) {
    if (turningOf(log).empty()) return syncByMotion({}, log);
    const auto motion = readMotion(video, [&](double share) {
        progress.report(0.95 * share, "watching how the picture turns");
        return !progress.cancelled();
    });
    if (!motion) return motion.error();
    return syncByMotion(*motion, log);
}

} // namespace

namespace {

/// By sound, by motion, or by whichever knows: the picture is only watched where the sound is not sure.
Result<ClockTie> tieBy(const fs::path& video, const CarLog& log, SyncBy by, const Progress& progress) {
    if (by == SyncBy::Motion) return byMotion(video, log, progress);
    auto tie = bySound(video, log, progress.part(0, by == SyncBy::Sound ? 1 : 0.2));
    if (!tie && tie.error().id == "job.cancelled") return tie;
    if (by == SyncBy::Sound || (by == SyncBy::Either && tie && tie->sure())) return tie;
    auto motion = byMotion(video, log, progress.part(0.2, 1));
    if (!motion) return by == SyncBy::Both || motion.error().id == "job.cancelled" || !tie ? motion : tie;
    if (!tie) return motion;
    if (by == SyncBy::Either) return motion->confidence > tie->confidence ? motion : tie;
    auto both = weighed(*tie, *motion);
    if (both || both.error().id != "sync.not-sure") return both;
    auto doubtful = tie->confidence > motion->confidence ? *tie : *motion; // they contradict each other
    doubtful.confidence = std::min(doubtful.confidence, 0.9 * kSureEnough);
    const auto& other = tie->confidence > motion->confidence ? *motion : *tie;
    doubtful.places.insert(doubtful.places.end(), other.places.begin(), other.places.end());
    return doubtful;
}

} // namespace

ClockTie withLaps(ClockTie tie, const LapList& laps, Seconds film) {
    for (auto& p : tie.places) {
        auto there = tie;
        there.offsetS = p.offsetS;
        double most = 1; // s
        for (const auto& lap : laps.laps)
            if (const double shown = filmed(lap, there, film); shown > most) most = shown, p.lap = lap.number;
    }
    return tie;
}

Result<ClockTie> lineUp(const fs::path& video, const CarLog& log, SyncBy by, const Progress& progress) {
    auto tie = tieBy(video, log, by, progress);
    if (tie || !tie.error().where.empty()) return tie;
    auto e = tie.error();
    e.where = video.string();
    return e;
}

Result<Guide> bringIn(const NewGuide& wish, const Progress& progress) {
    std::error_code ec;
    if (fs::exists(guideFile(wish.folder), ec))
        return Error{"guide.exists", "there is a guide already", wish.folder.string(), "a new or empty folder"};
    progress.report(0.05, "reading log and film");
    auto s = readSources(wish, progress.part(0.02, 0.1));
    if (!s) return s.error();

    Guide g;
    auto tie = wish.pairs.size() >= 2 ? tieByPairs(wish, *s)
               : s->own               ? Result<ClockTie>(*s->own)
                                      : lineUp(wish.video, s->log(), SyncBy::Either, progress.part(0.1, 0.6));
    if (!tie) return tie.error();
    g.sources.film().tie = withLaps(*tie, s->laps(), s->video.length), g.sources.film().pairs = wish.pairs;
    g.sources.columns = wish.columns, g.sources.line = wish.line;
    if (auto told = takeSidesOfFilm(*s, wish, *tie, progress.part(0.6, 0.7)); !told) return told.error();
    g.sources.sides = s->log().sides;
    if (auto done = wholeLapsInFilm(*s, wish, *tie); !done) return done.error();
    g.frameRate = frameRateFor(s->video.frameRate);
    if (progress.cancelled()) return cancelledError();
    const auto lap = wish.lap ? numbered(s->laps(), *wish.lap) : filmedLap(*s, *tie);
    if (!lap) return lap.error();
    g.sources.lap = lap->number;

    progress.report(0.7, "finding the corners");
    const auto onRoad = lapOnRoad(s->placed, *lap);
    if (!onRoad) return onRoad.error();
    const auto corners = findCorners(onRoad->trace, s->trackOrNull(), onRoad->goodLaps);
    if (!corners) return corners.error();
    const auto facts = measureAll(onRoad->trace, *corners, s->trackOrNull());

    if (const auto camera = filmCamera(wish)) {
        auto known = readCamera(*camera);
        if (!known) return known.error();
        g.sources.film().camera = *known;
    }
    g.scene = filledScene(wish.scene, wish.real, *s);
    progress.report(0.85, "drafting the words");
    g = heldDraft(std::move(g),
                  {onRoad->trace, *corners, facts, s->trackOrNull(), s->log().sides.from != Sides::Guessed});

    if (progress.cancelled()) return cancelledError(); // nothing was written so far
    const fs::path parent = fs::absolute(wish.folder).lexically_normal().parent_path();
    if (auto done = makeFolder(parent); !done) return done.error();
    const fs::path scratch = parent / ("." + fs::absolute(wish.folder).lexically_normal().filename().string() + "." +
                                       std::to_string(::getpid()) + ".part");
    auto made = fill(scratch, wish, s->placed, std::move(g));
    if (made && fs::is_directory(wish.folder, ec) && fs::is_empty(wish.folder, ec)) fs::remove(wish.folder, ec);
    if (made) {
        fs::rename(scratch, wish.folder, ec);
        if (ec)
            made = Error{"file.unwritable", "the folder cannot be put in place (" + ec.message() + ")",
                         wish.folder.string(), "a new or empty folder"};
    }
    if (!made) fs::remove_all(scratch, ec);
    if (made)
        if (const auto session = bringUp(wish.folder, *made)) {
            *made = withCameraSeen(std::move(*made), *session, progress.part(0.9, 1));
            keepCard(*made, *session, 0);
        }
    progress.report(1, "done");
    return made;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/session.h"

#include "core/cut/sight.h"
#include "core/lap/elevation.h"
#include "core/lap/learn_road.h"
#include "core/lap/sides_of_road.h"
#include "core/log/repair.h"
#include "jobs/beside.h"
#include "jobs/film_log.h"
#include "jobs/look.h"
#include "media/sound.h"
#include "store/files.h"
#include "store/log_file.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kFarthestM = 40; // median distance from the road at which a log is of another track
constexpr double kGoodShare = 1.07;

Error at(Error e, const std::filesystem::path& file) {
    if (e.where.empty()) e.where = file.string();
    return e;
}

double medianAside(const CarLog& log, const Track& track) {
    std::vector<double> aside;
    const std::size_t step = std::max<std::size_t>(1, log.size() / 300);
    for (std::size_t i = 0; i < log.size(); i += step) {
        const Vec2 p{log[Channel::X][i], log[Channel::Y][i]};
        const auto on = onRoad(track, placeOf(track, p, kNaN).atM, 0, 0);
        aside.push_back(std::hypot(p.x - on.x, p.y - on.y));
    }
    return median(aside);
}

/// All complete laps within 7 % of the fastest, fastest first, on the road's axis of `lengthM`.
std::vector<LapTrace> goodLaps(const CarLog& log, const LapList& laps, const Track* track, double lengthM,
                               std::size_t most) {
    const auto best = fastest(laps);
    if (!best) return {};
    std::vector<Lap> good;
    for (const auto& lap : laps.laps)
        if (lap.complete && lap.time.count() <= kGoodShare * best->time.count()) good.push_back(lap);
    std::sort(good.begin(), good.end(), [](const Lap& a, const Lap& b) { return a.time < b.time; });
    good.resize(std::min(good.size(), most));
    std::vector<LapTrace> out;
    for (const auto& lap : good)
        if (auto t = traceOf(log, laps, lap, track))
            out.push_back(std::abs(t->lengthM - lengthM) > 0.01 ? stretchedTo(std::move(*t), lengthM) : std::move(*t));
    return out;
}

/// A known road tells a log without positions which way is left: what only guesses follows it, and a gyroscope that
/// clearly counts the other way is turned round.
void takeSidesOfRoad(CarLog& log, const LapList& laps, const Track& road) {
    if (log.hasPosition() || log.sides.from == Sides::Said || log.sides.from == Sides::Film) return;
    const auto lap = fastest(laps);
    if (!lap) return;
    const auto trace = traceOf(log, laps, *lap, nullptr);
    if (!trace) return;
    const auto fit = sidesOnRoad(*trace, road);
    if (!fit.tells() || (log.sides.from == Sides::Measured && !fit.turned())) return;
    takeSides(log, {Sides::Track, fit.turned()});
    log.notes.push_back({0, std::string("left and right are told by the order of the road's bends") +
                                (fit.turned() ? "; the log counts the other way" : "")});
}

} // namespace

Result<PlacedLog> placedLog(const LogWish& wish, const std::function<bool(double)>& goOn) {
    if (wish.track && !wish.line.empty())
        return Error{"usage.line", "a track file has its own timing line", "--line", "a track or a line, not both"};
    auto log = readAnyLog(wish.log, wish.columns, goOn);
    if (!log) return log.error();
    return placedLog(std::move(*log), wish);
}

Result<PlacedLog> placedLog(CarLog log, const LogWish& wish) {
    PlacedLog p;
    p.log = std::move(log);
    takeSides(p.log, wish.sides);
    if (wish.track) {
        auto read = readTrack(*wish.track);
        if (!read) return read.error();
        p.track = std::move(*read);
        moveToPlane(p.log, *p.track);
    }
    std::optional<TimingLine> given;
    if (!wish.line.empty()) {
        const auto told = lineFrom(wish.line, p.log);
        if (!told) return at(told.error(), "--line");
        given = *told;
    }
    auto laps = findLaps(p.log, p.trackOrNull(), given, wish.within);
    if (!laps) return at(laps.error(), wish.log);
    p.laps = std::move(*laps);
    if (p.track) takeSidesOfRoad(p.log, p.laps, *p.track);
    if (p.track) fillElevation(*p.track, p.log);
    if (wish.track || !wish.learnRoad || !p.log.hasPosition()) return p;
    p.track = learnRoad(p.log, p.laps);
    if (p.track && !p.track->closed) p.track.reset();
    if (!p.track) return p;
    p.learned = true;
    fillElevation(*p.track, p.log);
    if (auto again = findLaps(p.log, &*p.track)) p.laps = std::move(*again);
    return p;
}

Result<PlacedLog> placedOn(const std::filesystem::path& file, const PlacedLog& reference,
                           const std::vector<ColumnChoice>& columns) {
    PlacedLog p;
    auto log = readAnyLog(file, columns, [](double) { return true; });
    if (!log) return log.error();
    p.log = std::move(*log);
    const bool onRoad = reference.track && p.log.hasPosition();
    if (onRoad) {
        p.track = reference.track;
        moveToPlane(p.log, *p.track);
        if (const double aside = medianAside(p.log, *p.track); aside > kFarthestM)
            return Error{"compare.other-track",
                         "was driven " + std::to_string(std::lround(aside)) + " m beside the other log's track",
                         file.string(), "a log of the same track"};
    }
    auto laps = findLaps(p.log, onRoad ? &*p.track : nullptr);
    if (!laps) return at(laps.error(), file);
    p.laps = std::move(*laps);
    return p;
}

Result<LapOnRoad> lapOnRoad(const PlacedLog& p, const Lap& lap, std::size_t mostLaps) {
    auto trace = traceOf(p.log, p.laps, lap, p.trackOrNull());
    if (!trace) return trace.error();
    LapOnRoad l{std::move(*trace), goodLaps(p.log, p.laps, p.trackOrNull(), trace->lengthM, mostLaps), {}};
    std::vector<const LapTrace*> all{&l.trace};
    for (const auto& t : l.goodLaps) all.push_back(&t);
    l.aids = aidsIn(all);
    l.trace = measuredThrough(std::move(l.trace), l.aids);
    for (auto& t : l.goodLaps) t = measuredThrough(std::move(t), l.aids);
    return l;
}

Session measuredAgain(Session s, const Guide& guide) {
    s.measured.corners = cornersOf(guide), s.measured.sidesKnown = s.log->sides.from != Sides::Guessed;
    s.measured.facts = measureAll(s.trace, s.measured.corners, s.trackOrNull());
    s.study = studied(s.trace, s.measured, *s.goodLaps, s.trackOrNull());
    return s;
}

bool readsAsWished(const Session& s, const Guide& guide) {
    return s.lap == guide.sources.lap && s.sides == guide.sources.sides;
}

bool isMeasured(const Session& s, const Guide& guide) {
    return readsAsWished(s, guide) &&
           std::equal(s.measured.corners.begin(), s.measured.corners.end(), guide.corners.begin(), guide.corners.end(),
                      [](const Corner& a, const GuideCorner& b) { return a.id == b.id && sameStretch(a, b); });
}

Result<Session> bringUp(const std::filesystem::path& folder, const Guide& guide) {
    Session s;
    s.folder = std::filesystem::absolute(folder);
    s.logFile = resolved(s.folder, guide.sources.log);
    LogWish wish{s.logFile, std::nullopt, guide.sources.columns, guide.sources.line, false, guide.sources.sides};
    // A road that could be learned was kept with the guide; its line is the one that was set by hand.
    if (!guide.sources.trackFile.empty()) wish.track = resolved(s.folder, guide.sources.trackFile), wish.line.clear();
    auto placed = placedLog(wish);
    if (!placed) return placed.error();
    const auto lap = numbered(placed->laps, guide.sources.lap);
    if (!lap) return at(lap.error(), s.logFile);
    auto onRoad = lapOnRoad(*placed, *lap);
    if (!onRoad) return at(onRoad.error(), s.logFile);
    s.lap = lap->number, s.sides = guide.sources.sides;
    s.aids = onRoad->aids;
    s.trace = std::move(onRoad->trace);
    s.goodLaps = std::make_shared<const std::vector<LapTrace>>(std::move(onRoad->goodLaps));
    s.laps = std::move(placed->laps), s.track = std::move(placed->track);
    s.log = std::make_shared<const CarLog>(std::move(placed->log));
    s.road = s.track ? s.track : roadFromTrace(s.trace);
    if (!s.track && s.road) fillElevation(*s.road, *s.log);
    s.video = resolved(s.folder, guide.sources.film().file);
    const auto video = VideoReader::open(s.video, 1);
    if (!video) return video.error();
    s.videoInfo = video->info();
    if (s.videoInfo.hasSound)
        if (const auto heard = readSound(s.video, 8000, 0.5); !heard) s.soundTrouble = sentence(heard.error());
    const auto& clock = (*s.log)[Channel::Time];
    s.path = std::make_shared<const CarPath>(
        s.road && !clock.empty() ? carPath(*s.log, *s.road, clock.front(), clock.back()) : CarPath{});
    return withPictures(measuredAgain(withWhatWasSeen(std::move(s), guide), guide), guide);
}

RoadClock clockOf(const Guide& guide, const Session& s) {
    return roadClock(s.trace, guide.sources.film().tie, s.videoInfo.length);
}

Stage stageOf(const Guide& guide, const Session& s, const RoadClock& clock) {
    Stage stage{guide, s.trace, s.roadOrNull(), clock, s.videoInfo.aspect(), s.path.get(), s.shake.get()};
    stage.filmSize = inFrame(s.videoInfo);
    stage.followed = s.followed.get(), stage.beside = s.beside.get(), stage.bonnet = s.bonnet.get();
    stage.over = s.over.get(), stage.overName = s.overName, stage.films = &s.films, stage.measured = &s.measured;
    stage.heldAgainst = stage.over, stage.stills = &s.stills, stage.laps = s.furtherLaps.get();
    stage.toFind = s.study.toFind ? &*s.study.toFind : nullptr;
    for (const auto& lap : *s.goodLaps) // fastest first
        if (!stage.heldAgainst && lap.lap.number != s.lap) stage.heldAgainst = &lap;
    return stage;
}

namespace {

/// Those that are told, and that the film shows from line to line.
std::shared_ptr<const std::map<int, LapOnStage>> toldLaps(const Session& s, const Guide& guide) {
    if (guide.furtherLaps.empty()) return nullptr;
    const auto& tie = guide.sources.film().tie;
    auto laps = std::make_shared<std::map<int, LapOnStage>>();
    for (const auto& told : guide.furtherLaps) {
        const auto lap = numbered(s.laps, told.lap);
        if (!lap || !lap->complete) continue;
        const double from = seconds(tie.footage(lap->start)), to = seconds(tie.footage(lap->start + lap->time));
        if (from < 0 || to > s.videoInfo.length.count()) continue;
        auto trace = traceOf(*s.log, s.laps, *lap, s.trackOrNull());
        if (!trace) continue;
        auto clock = roadClock(*trace, tie, s.videoInfo.length);
        laps->emplace(told.lap, LapOnStage{std::move(*trace), std::move(clock)});
    }
    return laps;
}

} // namespace

Session withPictures(Session s, const Guide& guide) {
    s.films.clear(), s.filmFiles.clear();
    for (const auto& f : guide.sources.films) {
        if (f.id == guide.sources.film().id) continue;
        const auto file = resolved(s.folder, f.file);
        const auto video = VideoReader::open(file, 1);
        if (!video) continue; // the shelf and the scene tell that it is gone; the guide's own film stands in
        s.films.push_back({f.id, video->info().length.count()});
        s.filmFiles.push_back({file, video->info()});
    }
    s.furtherLaps = toldLaps(s, guide);
    s.stills.clear();
    for (const auto& still : guide.sources.stills)
        if (const auto file = inside(s.folder, still.file); file && std::filesystem::is_regular_file(*file))
            s.stills.push_back({still.id, still.atM});
    s.over.reset(), s.overName.clear(), s.overTrouble.clear();
    const auto& over = guide.showings.over;
    if (!over.any()) return s;
    if (over.log.empty() && over.lap == s.lap) {
        s.overTrouble = "lap " + std::to_string(over.lap) + " is the one that the guide explains";
        return s;
    }
    const auto lap = over.log.empty() ? besideLap(s, over.lap) : besideLog(s, resolved(s.folder, over.log), over.lap);
    if (!lap)
        s.overTrouble = sentence(lap.error());
    else
        s.over = std::make_shared<const LapTrace>(lap->lap), s.overName = lap->name;
    return s;
}

FilmInFrame inFrame(const VideoInfo& film) { return {film.width, film.height}; }

std::function<Cut(const Guide&)> plannerOf(const Guide& guide, const Session& s, const Speeches& speeches) {
    auto clock = clockOf(guide, s);
    CutSettings settings;
    if (s.furtherLaps)
        for (const auto& [number, lap] : *s.furtherLaps) settings.laps[number] = lap.clock;
    settings.seen = seenByCamera(guide, stageOf(guide, s, clock), settings.visibleFarM);
    return [clock = std::move(clock), settings = std::move(settings), &speeches](const Guide& g) {
        return planShortest(g, clock, speeches, settings);
    };
}

Cut planCut(const Guide& guide, const Session& s, const Speeches& speeches) {
    return plannerOf(guide, s, speeches)(guide);
}

} // namespace hl

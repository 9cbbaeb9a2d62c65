// SPDX-License-Identifier: GPL-3.0-or-later
// Films and log brought up together: the one way from files to laps, road, corners and facts. Window, command, new
// guides and comparisons all go through here.
#pragma once
#include "core/cut/compose.h"
#include "core/guide/guide.h"
#include "core/lap/aids.h"
#include "core/log/log_input.h"
#include "jobs/progress.h"
#include "jobs/study.h"
#include "media/video_reader.h"
#include "voice/narrator.h"

#include <filesystem>
#include <memory>
#include <optional>

namespace hl {

/// Where a log and its road come from.
struct LogWish {
    std::filesystem::path log; ///< a log, or a film that brings its own
    std::optional<std::filesystem::path> track;
    std::vector<ColumnChoice> columns; ///< what a person said about the log's columns
    std::string line;                  ///< "LAT,LON,HEADING" of the timing line, where no track tells it
    bool learnRoad = true;             ///< from the log's own laps, where no track is given
    SidesTold sides = {};              ///< what else is known of left and right
    LogSpan within = {};               ///< in which whole laps are wanted most, where the line must be assumed
};

/// A log on a road: the track from a file, or learned from this log's own laps.
struct PlacedLog {
    CarLog log;
    LapList laps;
    std::optional<Track> track; ///< none without positions
    bool learned = false;
    const Track* trackOrNull() const { return track ? &*track : nullptr; }
};

/// Errors: those of the readers, line.*, usage.line (track and line).
Result<PlacedLog> placedLog(
    const LogWish& wish, const std::function<bool(double)>& goOn = [](double) { return true; });

/// A log that was read already; `wish.log` only names it.
Result<PlacedLog> placedLog(CarLog log, const LogWish& wish);

/// Another log put on the same road, or scaled to its length when it has no positions.
/// Errors: those of the readers, compare.other-track.
Result<PlacedLog> placedOn(const std::filesystem::path& log, const PlacedLog& reference,
                           const std::vector<ColumnChoice>& columns = {});

/// One lap on the road's axis, and the log's good laps beside it (fastest first; it is among them when it is one).
struct LapOnRoad {
    LapTrace trace;
    std::vector<LapTrace> goodLaps;
    Aids aids; ///< at work in this log; the laps are measured through them
};
/// Errors: those of traceOf.
Result<LapOnRoad> lapOnRoad(const PlacedLog& placed, const Lap& lap, std::size_t mostLaps = 20);

/// A further film of the guide that is there and can be shown.
struct FurtherOnStage {
    std::filesystem::path file;
    VideoInfo info;
};

/// Everything measured when a guide is opened: the guide itself only says where it came from.
struct Session {
    std::filesystem::path folder, video, logFile;
    std::shared_ptr<const CarLog> log;
    LapList laps;
    int lap = 0;     ///< that is traced and measured
    SidesTold sides; ///< with which the guide had it brought up
    LapTrace trace;
    Aids aids;                                             ///< of the car, at work in this log
    std::shared_ptr<const std::vector<LapTrace>> goodLaps; ///< the filmed one among them when it is one
    std::optional<Track> track;                            ///< from a file, or learned when the guide was made
    std::optional<Track> road; ///< the track, or a stand-in learned from the lap; none without positions
    MeasuredCorners measured;  ///< the guide's corners, as they were measured
    std::shared_ptr<const std::map<int, LapOnStage>> furtherLaps; ///< further ones that are told and filmed; null: none
    std::vector<StillOnStage> stills;                             ///< the guide's pictures taken on foot that are there
    LapStudy study; ///< how repeatable they are, what went wrong, what an exit is worth
    VideoInfo videoInfo;
    std::string soundTrouble;            ///< why the film's sound cannot be read; empty: it can, or it has none
    std::shared_ptr<const CarPath> path; ///< of the whole log on the road; empty without positions
    std::shared_ptr<const Shake> shake;  ///< seen in the film, kept in the cache; null: nobody looked
    std::shared_ptr<const FollowedThings> followed;    ///< kept in the cache; null: none
    std::shared_ptr<const ThingsBeside> beside;        ///< references with rings, kept in the cache; null: none
    std::shared_ptr<const std::vector<double>> bonnet; ///< as in Stage; kept in the cache; null: nobody looked
    std::vector<FilmOnStage> films;                    ///< the further ones that can be shown
    std::vector<FurtherOnStage> filmFiles;             ///< beside them
    std::shared_ptr<const LapTrace> over; ///< the lap laid over the guide's; null: none is wished, or it is gone
    std::string overName, overTrouble;    ///< why it is not there
    const Track* trackOrNull() const { return track ? &*track : nullptr; }
    const Track* roadOrNull() const { return road ? &*road : nullptr; }
};

/// Reads log, track and film of a guide and measures its corners. Errors: those of the readers.
Result<Session> bringUp(const std::filesystem::path& folder, const Guide& guide);

/// Where the car is at each moment of the film, by the guide's tie. Cheap; made anew whenever the tie changes.
RoadClock clockOf(const Guide& guide, const Session& session);

/// The same session with the further films that can be shown, and with the lap that is laid over. Cheap when neither is
/// wished.
Session withPictures(Session session, const Guide& guide);

/// What a picture is composed from.
Stage stageOf(const Guide& guide, const Session& session, const RoadClock& clock);
FilmInFrame inFrame(const VideoInfo& film);

/// The same session with its corners measured by the guide's own bounds (they may have been moved by hand).
Session measuredAgain(Session session, const Guide& guide);
/// Whether the guide's lap, and left and right as the guide has them, are the ones that were read.
bool readsAsWished(const Session& session, const Guide& guide);
/// Whether the guide's corners are the ones that were measured.
bool isMeasured(const Session& session, const Guide& guide);

/// Plans the cut with the speeches as they will be heard.
Cut planCut(const Guide& guide, const Session& session, const Speeches& speeches);
/// For many plans of one guide with other words: where its places are in sight is looked at once. The speeches
/// must outlive it.
std::function<Cut(const Guide&)> plannerOf(const Guide& guide, const Session& session, const Speeches& speeches);

} // namespace hl

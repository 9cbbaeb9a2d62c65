// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/guide.h"
#include "jobs/panel.h"
#include "jobs/progress.h"

#include <filesystem>
#include <optional>
#include <vector>

namespace hl {

/// "12.5:340": footage seconds and metres of the lap. Errors: usage.pair.
Result<PlacePair> parsePair(std::string_view text);

struct NewGuide {
    std::filesystem::path folder, video;
    std::filesystem::path log;      ///< empty: the film brings its own, or it is read from the picture
    std::vector<PanelBox> panel;    ///< what is drawn into the picture, where there is no other log
    std::vector<NamedMoment> named; ///< numbers of the panel that a person named
    std::optional<std::filesystem::path> track, camera;
    std::vector<ColumnChoice> columns; ///< what a person said about the log's columns
    std::string line;                  ///< "LAT,LON,HEADING" of the timing line, where no track tells it
    std::optional<int> lap;            ///< the filmed one is found by sound when not given
    std::vector<PlacePair> pairs;      ///< two or more replace the sync by sound
    std::optional<bool> real;          ///< a real circuit; none: nobody said
    Scene scene;                       ///< empty members are filled from the sources
};

/// Makes a guide folder: synced, cut into corners, measured, with proposed markers and words. The folder appears
/// complete or not at all. Errors: guide.exists, and those of the readers and of the sync.
Result<Guide> bringIn(const NewGuide& wish, const Progress& progress);

enum class SyncBy { Either, Sound, Motion, Both };

/// The places of a tie with the lap that the film, so long, mostly shows there.
ClockTie withLaps(ClockTie tie, const LapList& laps, Seconds film);

/// Ties a film to a log; what is doubtful is an answer too, and not sure. Either: by sound, and where that cannot tell,
/// by motion. Both: the two weighed together. Errors: those of the methods.
Result<ClockTie> lineUp(const std::filesystem::path& video, const CarLog& log, SyncBy by, const Progress& progress);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Everything measured anew when a guide is opened: the guide itself only says where it came from.
#pragma once
#include "core/cut/compose.h"
#include "core/guide/guide.h"
#include "jobs/comparison.h"
#include "jobs/progress.h"
#include "media/video_reader.h"
#include "voice/narrator.h"

#include <filesystem>
#include <memory>

namespace hl {

struct Material {
    std::filesystem::path folder, video, logFile;
    std::shared_ptr<const CarLog> log;
    LapList laps;
    LapTrace trace;
    std::shared_ptr<const std::vector<LapTrace>> goodLaps; ///< the filmed one among them when it is one
    std::optional<Track> track;                            ///< from a file, or learned when the guide was made
    std::optional<Track> road;      ///< the track, or a stand-in learned from the lap; none without positions
    std::vector<Corner> corners;    ///< the guide's, as they were measured
    std::vector<CornerFacts> facts; ///< one per corner
    LapStudy study;                 ///< how repeatable they are, what went wrong, what an exit is worth
    VideoInfo videoInfo;
    const Track* roadOrNull() const { return road ? &*road : nullptr; }
};

/// Reads log, track and film of a guide and measures its corners. Errors: those of the readers.
Result<Material> gather(const std::filesystem::path& folder, const Guide& guide);

/// Where the car is at each moment of the film, by the guide's tie. Cheap; made anew whenever the tie changes.
RoadClock clockOf(const Guide& guide, const Material& material);

/// The same material with its corners measured by the guide's own bounds (they may have been moved by hand).
Material measuredAgain(Material material, const Guide& guide);
/// Whether the guide's corners are the ones that were measured.
bool isMeasured(const Material& material, const Guide& guide);

/// Plans the cut with the narrator's real durations.
Cut planCut(const Guide& guide, const Material& material, Narrator& narrator);

} // namespace hl

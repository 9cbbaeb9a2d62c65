// SPDX-License-Identifier: GPL-3.0-or-later
// Everything measured anew when a guide is opened: the guide itself only says where it came from.
#pragma once
#include "core/cut/compose.h"
#include "core/guide/guide.h"
#include "jobs/progress.h"
#include "media/video_reader.h"
#include "voice/narrator.h"

#include <filesystem>
#include <memory>

namespace hl {

struct Material {
    std::filesystem::path folder, video, logFile;
    CarLog log;
    LapList laps;
    LapTrace trace;
    std::optional<Track> track;     ///< from a file
    std::optional<Track> road;      ///< the track, or a stand-in learned from the lap; none without positions
    std::vector<CornerFacts> facts; ///< one per corner of the guide
    VideoInfo videoInfo;
    const Track* roadOrNull() const { return road ? &*road : nullptr; }
};

/// Reads log, track and film of a guide and measures its corners. Errors: those of the readers.
Result<Material> gather(const std::filesystem::path& folder, const Guide& guide);

/// Where the car is at each moment of the film, by the guide's tie. Cheap; made anew whenever the tie changes.
RoadClock clockOf(const Guide& guide, const Material& material);

/// Facts for the guide's own bounds (they may have been moved by hand).
std::vector<CornerFacts> factsFor(const Guide& guide, const LapTrace& trace);

/// Plans the cut with the narrator's real durations.
Cut planCut(const Guide& guide, const Material& material, Narrator& narrator);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// A talk-over becomes a guide: beats at its pauses, standing where the car was.
#pragma once
#include "core/take/talk_over.h"
#include "jobs/session.h"

namespace hl {

struct TalkOverWish {
    std::filesystem::path audio; ///< any sound file, or a film for its sound
    std::optional<FilmRan> film; ///< how the guide's film ran meanwhile
    std::string script;          ///< what is said, parted by lines `# corner N`; empty: to be typed in later
};

struct TalkedOver {
    Guide guide;
    std::vector<BeatId> beats;     ///< new, in the order they are spoken
    std::vector<CornerId> corners; ///< whose walk-through they are now
    int left = 0; ///< pieces that belong to no corner: spoken before the lap, or where the film shows no corner
};

/// Each piece becomes a beat of the walk-through with its take, in the corner where the car was (or that the script
/// names). In those corners drafted words that nobody touched give way; what a person wrote or spoke stays. The
/// folder's guide.json is not written. Errors: take.*, media.*, file.*, voice.unavailable, job.cancelled.
Result<TalkedOver> talkedOver(const Guide& guide, const Session& session, const TalkOverWish& wish,
                              const Progress& progress);

} // namespace hl

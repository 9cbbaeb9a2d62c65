// SPDX-License-Identifier: GPL-3.0-or-later
// What shows a person that film and log are tied rightly.
#pragma once
#include "core/sync/motion.h"
#include "core/sync/note_map.h"
#include "jobs/session.h"

#include <optional>

namespace hl {

struct Evidence {
    std::optional<NoteMap> notes; ///< none for a silent film
    std::optional<PictureMotion> motion;
    std::vector<double> turning; ///< the log's, on its time axis; empty when it shows none
};

/// Listens to the whole film; quick.
Evidence soundEvidence(const Session& session);
/// Watches the whole film; as long as decoding takes.
Result<PictureMotion> motionEvidence(const Session& session, const Progress& progress);

/// A turn-in that the film shows, or would show if it lay at another place of the log.
struct FilmMoment {
    std::string what; ///< "turn-in 3"
    double filmS = 0; ///< NaN where the film does not reach
};

/// A place of the log in which the film may lie.
struct PlaceMoments {
    TiePlace place;
    bool present = false; ///< the guide's tie lies here
    std::vector<FilmMoment> moments;
};

/// The places of the guide's tie, the best first, each with up to `most` turn-ins spread over the lap that the film
/// would show there. A tie without places (by hand) has its own.
std::vector<PlaceMoments> placeMoments(const Guide& guide, const Session& session, std::size_t most);

} // namespace hl

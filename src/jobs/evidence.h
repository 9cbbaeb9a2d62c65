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

/// An event of the lap that can be seen or heard in the film.
struct LapMoment {
    std::string what; ///< "4 to 3", "turn-in 3"
    double atM = 0;
};
/// Up to `most`, spread over the lap: shifts and turn-ins in turns.
std::vector<LapMoment> momentsOf(const Guide& guide, const Session& session, std::size_t most);

} // namespace hl

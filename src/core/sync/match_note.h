// SPDX-License-Identifier: GPL-3.0-or-later
// Where the note that a log predicts runs along the ridge of a film's note map.
#pragma once
#include "core/sync/note_map.h"
#include "core/sync/sync.h"

namespace hl {

/// What the engine should sound like on the log's clock: turns of the crankshaft (or of whatever the pitch follows) a
/// second; 0 where it is not known.
struct EngineNote {
    std::vector<double> t, hz;
};

EngineNote engineNote(const CarLog& log); ///< from the engine speed

/// The best place anywhere, of seven firing ratios. Errors: sync.not-sure.
Result<ClockTie> tieToNote(const NoteMap& map, const EngineNote& note);

/// A note that was worked out for one place.
struct PlacedNote {
    EngineNote note;
    double offsetS = 0; ///< log time at film time zero, to 0.1 s
};
/// The exact tie near a place, sure only when it leads another place's own note. No drift: a speed
/// tells too little of it. Errors: sync.not-sure.
Result<ClockTie> tieNear(const NoteMap& map, const PlacedNote& best, const PlacedNote* second);

} // namespace hl

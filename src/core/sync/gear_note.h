// SPDX-License-Identifier: GPL-3.0-or-later
// Without engine speed the pitch still follows the car's speed, by one ratio in each gear.
#pragma once
#include "core/sync/match_note.h"

namespace hl {

/// At the right place the pitch over the speed piles up at a few ratios, one a gear; elsewhere it is spread. The log's
/// own gears are used where it has them, else they are read from the sound. Errors: sync.no-engine-speed (no speed
/// either), sync.not-sure.
Result<ClockTie> tieBySpeed(const NoteMap& map, const CarLog& log);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of what the picture shows. An id that does not exist leaves the guide as it was.
#pragma once
#include "core/guide/guide.h"

namespace hl {

Guide withShowing(Guide g, SectionKind pass, Showing showing); ///< of the walk-through, the run or the lap
Guide withGauges(Guide g, Gauges gauges);
Guide withLapOver(Guide g, LapOver over);
/// What fills the picture while these words are spoken; none: what its pass shows.
Guide withBeatShown(Guide g, BeatId beat, std::optional<PictureOf> picture);
Guide withKeptClear(Guide g, FilmId film, KeepClear zone);
Guide withoutKeptClear(Guide g, FilmId film, std::size_t zone);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Takes of a guide as edits: brought in, chosen, put back, and what they said differently settled.
#pragma once
#include "core/guide/guide.h"
#include "core/words/live_values.h"

namespace hl {

/// It is heard from now on; the two before it are kept.
Guide withTake(Guide g, BeatId beat, Take take);
/// The take that is heard is put away, and the one before it is heard again; without any the scratch voice speaks.
Guide withoutTake(Guide g, BeatId beat);
/// An earlier take is heard again.
Guide withTakeChosen(Guide g, BeatId beat, std::size_t which);
/// What was said becomes what is written; the slip is settled. `written`: the beat's words with their live values put
/// in, where it has any; a value that was said otherwise gives way to what was said.
Guide withSlipAccepted(Guide g, BeatId beat, std::size_t slip, const LiveText& written = {});
/// What was said besides the text is not heard any more; the slip is settled. A slip that left words out stays.
Guide withSlipCutOut(Guide g, BeatId beat, std::size_t slip);
/// Pauses of the take that is heard are at most so long; 0 or less: as they were spoken.
Guide withPausesShortened(Guide g, BeatId beat, double longestS);

} // namespace hl

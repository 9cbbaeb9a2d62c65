// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard of a take: its span without what is cut out.
#pragma once
#include "core/sync/sound.h"
#include "core/take/take.h"
#include "core/words/speech.h"

namespace hl {

/// Seconds that are heard.
double heardLength(const Take& take);

/// The second of what is heard at which a second of the file sounds; a moment that is cut out: where it was cut.
double heardAt(const Take& take, double fileS);

/// `file`: the whole sound file. Cut at quiet samples nearby, with short cross-fades; ends fade in and out.
Sound heardSound(const Take& take, const Sound& file);

/// The take's words on a beat's present words: those that are in both keep their times, the others share what lies
/// between. Times of what is heard.
std::vector<SpokenWord> heardWords(const Take& take, const std::string& words);

/// All that is not heard: what was cut out, and the middles of pauses that are too long. Ascending, apart.
std::vector<CutOut> allCuts(const Take& take);

} // namespace hl

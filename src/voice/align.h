// SPDX-License-Identifier: GPL-3.0-or-later
// A take laid on its script, word by word.
#pragma once
#include "core/sync/sound.h"
#include "core/take/aligned.h"
#include "core/take/readings.h"
#include "core/units/result.h"

#include <functional>

namespace hl {

/// What is heard freely, with the script as what is expected, is compared with the script; what differs is held against
/// the sound in both versions before it is believed; then the words that were said are laid on the sound exactly.
/// Errors: take.silent (nothing in it is louder than its noise), take.no-words (the script has none),
/// voice.unavailable, job.cancelled.
Result<Alignment> aligned(const Sound& take, const std::vector<ScriptToken>& script,
                          const std::function<bool(double)>& goOn);

/// Errors: take.silent for an empty sound.
Result<Level> levelOf(const Sound& take);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Loudness by EBU R 128.
#pragma once
#include "core/sync/sound.h"

#include <functional>

namespace hl {

/// Of one voice within a guide, before all is brought to the guide's loudness.
inline constexpr double kVoiceLufs = -18;

/// Louder or softer, so that what is spoken measures so much; at most 30 dB louder, never above -1 dBFS. Silence stays.
Sound levelled(Sound voice, double lufs);

/// The whole guide's sound at a loudness, its true peaks at most `peakDbtp`: a limiter that looks ahead takes down what
/// would be above, instead of cutting it off. Silence stays. Seconds of work for a guide: `goOn` may give it up, and
/// what is returned then is for nobody.
Sound atLoudness(Sound all, double lufs, double peakDbtp = -1, const std::function<bool()>& goOn = {});

/// LUFS; -70 for silence. dBTP; -100 for silence.
double integratedLoudness(const Sound& sound);
double truePeakDb(const Sound& sound);

} // namespace hl

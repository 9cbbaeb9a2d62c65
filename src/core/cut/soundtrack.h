// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"
#include "core/sync/sound.h"

namespace hl {

/// The guide's sound: the footage's own, slowed with the picture and lowered under words, silent while it stands;
/// the speeches of the cut on top. Result covers [fromS, toS) of guide time.
struct SoundSources {
    const Sound& footage;
    std::function<Sound(const Sound&, double rate)> slowed; ///< a piece of footage drawn out at its own pitch
    std::function<bool()> goOn = [] { return true; };       ///< false gives up: the result is empty
};
Sound mixSoundtrack(const Cut& cut, const SoundSources& from, double fromS, double toS);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"
#include "core/sync/sound.h"

namespace hl {

/// The guide's sound: the footage's own, slowed with the picture and lowered under words, silent while it stands;
/// the voice on top. `voice` returns the clip of a text, at any rate. Result covers [fromS, toS) of guide time.
Sound mixSoundtrack(const Cut& cut, const Sound& footage, const std::function<Sound(const std::string&)>& voice,
                    double fromS, double toS);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"
#include "standins/drive.h"

namespace hl::standin {

struct SoundOptions {
    double fromS = 0, toS = 0; ///< span of the drive, s
    int rate = 48000;
    double noise = 0.06; ///< wind and tyres
    std::uint32_t seed = 3;
};

/// A four-cylinder engine heard from the cockpit: orders of engine speed, wind, kerb rumble.
Sound engineSound(const Circuit& c, const Drive& d, const SoundOptions& o);

} // namespace hl::standin

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"

namespace hl {

/// The sound drawn out (rate below 1) or pressed together, at its own pitch; 0.25 to 4. Unchanged when FFmpeg's tempo
/// filter cannot be had.
Sound stretched(const Sound& sound, double rate);

} // namespace hl

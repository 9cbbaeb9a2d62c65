// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard of a guide.
#pragma once
#include "jobs/session.h"
#include "media/sound.h"

namespace hl {

/// All of the guide's sound at its loudness. A part of the guide is as loud as it is in the whole.
Sound soundOf(const Guide& guide, const Session& session, const Cut& cut);

/// Of all of a guide's sound what is heard with its pictures [first, last).
Sound soundWithPictures(const Sound& whole, long first, long last, int frameRate);

} // namespace hl

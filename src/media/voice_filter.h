// SPDX-License-Identifier: GPL-3.0-or-later
// What lies beside the voice in a take, taken down by FFmpeg's filters.
#pragma once
#include "core/guide/guide.h"
#include "core/sync/sound.h"
#include "core/units/result.h"

namespace hl {

/// As long as it was. Nothing wished: as it was. Errors: media.no-filter (this FFmpeg lacks one).
Result<Sound> cared(Sound sound, const VoiceCare& care);

} // namespace hl

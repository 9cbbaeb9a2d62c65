// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"
#include "core/units/result.h"

#include <filesystem>

namespace hl {

/// The whole first sound track, mixed to one channel. Errors: file.missing, media.unreadable, media.no-sound,
/// media.no-decoder.
Result<Sound> readSound(const std::filesystem::path& path, int rate);

/// 16 bit mono RIFF/WAVE bytes.
std::string wavBytes(const Sound& sound);

} // namespace hl

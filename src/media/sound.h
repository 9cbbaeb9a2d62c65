// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"
#include "core/units/result.h"

#include <filesystem>

namespace hl {

/// The whole first sound track, or about its first `mostS` seconds, mixed to one channel. Errors: file.missing,
/// media.unreadable, media.no-sound, media.no-decoder.
Result<Sound> readSound(const std::filesystem::path& path, int rate, double mostS = 1e9);

/// 16 bit mono RIFF/WAVE bytes.
std::string wavBytes(const Sound& sound);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"
#include "core/units/result.h"

#include <filesystem>
#include <string>

namespace hl {

/// A take's file in the guide's folder, and its name there: a sound file as it is, of a film its sound alone, what was
/// recorded there where it lies. Errors: file.*
Result<std::string> keptTake(const std::filesystem::path& folder, const std::filesystem::path& audio,
                             const Sound& sound);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <vector>

namespace hl {

/// Films of one kind (no sound, made by the same writer) end to end, without coding them again. Each lasts `eachS`, the
/// last one at most so long. Appears complete or not at all. Errors: media.*, movie.unwritable.
Status joinMovies(const std::vector<std::filesystem::path>& pieces, double eachS, const std::filesystem::path& to);

} // namespace hl

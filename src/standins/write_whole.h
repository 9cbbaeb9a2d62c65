// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <string>

namespace hl::standin {

/// A file appears whole or not at all. Errors: file.unwritable.
Status writeWhole(const std::filesystem::path& path, const std::string& bytes);

} // namespace hl::standin

// SPDX-License-Identifier: GPL-3.0-or-later
// Whole files in, whole files out. A write is complete or did not happen.
#pragma once
#include "core/units/result.h"

#include <filesystem>
#include <string>
#include <string_view>

namespace hl {

/// Errors: file.missing, file.is-folder, file.unreadable.
Result<std::string> readFile(const std::filesystem::path& path);

/// Writes beside `path`, flushes to disk, then renames over it. Errors: file.unwritable, file.disk-full.
Status writeFile(const std::filesystem::path& path, std::string_view bytes);

/// Errors: file.unwritable.
Status makeFolder(const std::filesystem::path& path);

} // namespace hl

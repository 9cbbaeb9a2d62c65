// SPDX-License-Identifier: GPL-3.0-or-later
// Set-up sheets as CSV or JSON (docs/formats.md). Those of others are read too: other names for the columns, a value
// with its unit in one cell, JSON that is names and values only, in groups or not.
#pragma once
#include "core/guide/setup_sheet.h"
#include "core/units/result.h"

#include <filesystem>

namespace hl {

/// Rows without ids. Errors: file.*, setup.not-json, setup.no-names (no column or member says what is set),
/// setup.bad-value, setup.empty.
Result<SetupSheet> readSetup(const std::filesystem::path& path);
Result<SetupSheet> parseSetup(std::string_view text, const std::string& fileName);

/// By the file's extension: .json, else CSV. Errors: file.unwritable, file.disk-full.
Status writeSetup(const std::filesystem::path& path, const SetupSheet& sheet);

} // namespace hl

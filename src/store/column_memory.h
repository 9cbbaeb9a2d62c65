// SPDX-License-Identifier: GPL-3.0-or-later
// What a person said about the columns of a log, remembered for the next file with the same header.
#pragma once
#include "core/log/log_input.h"

#include <filesystem>

namespace hl {

/// $XDG_DATA_HOME/highlantern/columns.json, or its place below the home folder.
std::filesystem::path columnMemoryFile();

/// Empty when this header was never spoken of. A damaged memory is as good as none.
std::vector<ColumnChoice> rememberedChoices(const LogShape& shape,
                                            const std::filesystem::path& memory = columnMemoryFile());
/// Errors: file.unwritable.
Status rememberChoices(const LogShape& shape, const std::vector<ColumnChoice>& choices,
                       const std::filesystem::path& memory = columnMemoryFile());

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

namespace hl {

inline constexpr const char* kColumnsHelp = "NAME=CHANNEL[:UNIT],... where a column is taken for something else";

/// What --columns says, held against the log's own columns. Errors: usage.columns, and those of the readers.
Result<std::vector<ColumnChoice>> choicesFor(const std::string& log, const std::string& said);

} // namespace hl

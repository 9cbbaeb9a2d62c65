// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

namespace hl {

/// "NAME=CHANNEL[:UNIT],…" as a person types it: "yaw=heading:rad,aux 3=none". A channel by its key, its name, or any
/// word the importer knows for it; "none" leaves the column out. Errors: usage.columns.
Result<std::vector<ColumnChoice>> parseChoices(std::string_view text);

/// Whether every choice speaks of a column that the log has. Errors: usage.columns.
Status checkChoices(const std::vector<ColumnChoice>& choices, const LogShape& shape);

} // namespace hl

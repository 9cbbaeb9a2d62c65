// SPDX-License-Identifier: GPL-3.0-or-later
// A log as a file of its own: for what was measured elsewhere and is to be kept with a guide.
#pragma once
#include "core/log/log_input.h"

#include <filesystem>

namespace hl {

/// CSV, a column a channel, named by its key, in SI units; positions as latitude and longitude where the log knows
/// where on the globe it lies, else in metres. Errors: file.unwritable, file.disk-full.
Status writeLog(const std::filesystem::path& path, const CarLog& log);

/// What every column of such a file is.
std::vector<ColumnChoice> columnsAsWritten(const CarLog& log);

} // namespace hl

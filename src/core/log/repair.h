// SPDX-License-Identifier: GPL-3.0-or-later
// Making a freshly read log usable: order, units by range, signs, a local plane. Everything done is told in the notes.
#pragma once
#include "core/log/car_log.h"
#include "core/log/csv_import.h"

namespace hl {

/// `lines[i]` is the file line of sample i, for messages.
void repair(CarLog& log, const std::vector<std::size_t>& lines, const std::vector<ColumnMeaning>& columns);

} // namespace hl

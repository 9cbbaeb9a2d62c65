// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/columns/column_values.h"
#include "core/log/csv_head.h"

namespace hl {

/// Values of every column from the beginning of the text and, where the input can be looked into, from stretches all
/// over it. `head` tells delimiter, decimal mark, where the samples begin and how many columns there are.
ColumnValues csvSample(std::string_view text, const CsvHead& head, const LogInput& in);

} // namespace hl

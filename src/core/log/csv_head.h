// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

namespace hl {

/// How the time of a row is told.
enum class TimeBy { Column, Rate, Driving };

/// What stands above the samples of a table.
struct CsvHead {
    char delimiter = ',';
    bool decimalComma = false;
    std::size_t headerLine = 0;  ///< 1-based
    std::size_t samplesLine = 0; ///< last line before the samples
    std::vector<ColumnGuess> columns;
    TimeBy time = TimeBy::Column;
    double rateHz = 0; ///< for TimeBy::Rate
    std::vector<ImportNote> notes;
};

/// Finds the header, its units, the delimiter and the decimal mark in the beginning of a text, and applies `choices`.
/// Errors: log.no-header, log.no-time.
Result<CsvHead> findCsvHead(std::string_view head, const LogInput& in);

} // namespace hl

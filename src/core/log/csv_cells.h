// SPDX-License-Identifier: GPL-3.0-or-later
// The letters of a table: cells, numbers, times. No meaning.
#pragma once
#include <optional>
#include <string_view>
#include <vector>

namespace hl {

/// Cells of one line, trimmed, outer quotes removed. A delimiter inside quotes does not split.
void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells);
std::string_view trimmedCell(std::string_view cell);

std::optional<double> parseNumber(std::string_view cell, bool decimalComma);

/// Seconds from a plain number, from h:mm:ss.fff or m:ss.fff, or from an ISO 8601 date and time (seconds since 1970).
std::optional<double> parseTime(std::string_view cell, bool decimalComma);

/// Whether the numbers of a table are written with a decimal comma.
bool usesDecimalComma(std::string_view body, char delimiter);

} // namespace hl

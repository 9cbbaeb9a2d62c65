// SPDX-License-Identifier: GPL-3.0-or-later
// The letters of a CSV file: lines, cells, numbers. No meaning.
#pragma once
#include "core/log/car_log.h"

#include <optional>
#include <string_view>
#include <vector>

namespace hl {

struct Dialect {
    char delimiter = ',';
    bool decimalComma = false;
    std::size_t headerLine = 0; ///< 1-based
};

/// Walks lines ended by LF or CRLF without copying.
class LineReader {
  public:
    explicit LineReader(std::string_view text) : rest_(text) {}
    std::optional<std::string_view> next();
    std::size_t lineNumber() const { return line_; } ///< of the line last returned, 1-based
    std::string_view rest() const { return rest_; }

  private:
    std::string_view rest_;
    std::size_t line_ = 0;
};

/// Cells of one line, trimmed, outer quotes removed. A delimiter inside quotes does not split.
void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells);

std::optional<double> parseNumber(std::string_view cell, bool decimalComma);
/// Seconds from a plain number or from h:mm:ss.fff / m:ss.fff.
std::optional<double> parseTime(std::string_view cell, bool decimalComma);

/// Whether the numbers below the header are written with a decimal comma.
bool usesDecimalComma(std::string_view body, char delimiter);

/// Factor to SI of a unit's name for a channel ("km/h" for Speed: 1/3.6); none when unknown.
std::optional<double> unitFactor(Channel c, std::string_view unit);

} // namespace hl

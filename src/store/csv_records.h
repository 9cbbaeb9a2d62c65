// SPDX-License-Identifier: GPL-3.0-or-later
// Small tables of words (RFC 4180): cells in quotes may hold delimiters, quotes and line ends. Logs have a reader of
// their own, for millions of numbers.
#pragma once
#include <string>
#include <string_view>
#include <vector>

namespace hl {

struct CsvRecord {
    std::size_t line = 0; ///< on which it begins, 1-based
    std::vector<std::string> cells;
};

/// Records with anything in them; lines that begin with # are left out. The delimiter (comma, semicolon, tab) is the
/// one that the first record has most of.
std::vector<CsvRecord> csvRecords(std::string_view text);

/// A line of cells between commas, in quotes where they need them; ends with CRLF.
std::string csvLine(const std::vector<std::string>& cells);

} // namespace hl

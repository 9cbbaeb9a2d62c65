// SPDX-License-Identifier: GPL-3.0-or-later
// Lines of a table as numbers, column by column. What the numbers mean was settled before, what follows from the rows
// before them is told after.
#pragma once
#include "core/log/csv_head.h"

#include <string>

namespace hl {

/// What is done with the cells of a column, kept close together: it is asked for with every cell.
struct ColumnUse {
    double factor = 1, offset = 0;
    std::size_t slot = 0; ///< its place among the used columns
    bool used = false;
};

struct Table {
    CsvHead head;
    std::vector<ColumnUse> uses; ///< of each column
    std::vector<Channel> used;   ///< channel of each slot
    std::size_t needed = 0;      ///< cells up to the last used column
};
Table tableOf(CsvHead head);

/// A piece of the table as numbers.
struct Piece {
    std::vector<double> cells; ///< column after column, of the used ones; NaN where a row has no number
    std::size_t stride = 0;    ///< from one column to the next
    std::span<const double> column(std::size_t slot) const { return {cells.data() + slot * stride, lines.size()}; }
    std::vector<std::size_t> lines;                          ///< of each row, counted from the piece's first
    std::vector<std::pair<std::size_t, std::string>> faults; ///< rows that cannot be used: index and why
    std::size_t lineCount = 0;
    bool clockTimes = false; ///< h:mm:ss or ISO seen: they are in seconds
};

/// Whole lines into a piece, whose memory is used again. LineStream::kBehind letters behind the text must be
/// readable, the first of them no digit.
void readPiece(const Table& table, std::string_view text, Piece& piece);

} // namespace hl

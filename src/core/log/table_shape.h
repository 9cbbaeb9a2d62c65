// SPDX-License-Identifier: GPL-3.0-or-later
// Where the samples of a table begin, and what stands above them: told by how its rows look, not by what they say.
#pragma once
#include "core/log/channel_names.h"

namespace hl {

struct TableShape {
    char delimiter = ',';
    bool decimalComma = false;
    std::size_t headerLine = 0;       ///< 1-based line where the names begin; 0: there are none
    std::size_t samplesLine = 0;      ///< last line before the samples
    std::vector<ColumnGuess> columns; ///< by their names, and the units below them
};

/// None when no rows of numbers follow each other in the text.
std::optional<TableShape> tableShape(std::string_view head);

} // namespace hl

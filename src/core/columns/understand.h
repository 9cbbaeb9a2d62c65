// SPDX-License-Identifier: GPL-3.0-or-later
// What the columns of a log are, by what they do. Names are what makers choose; physics is the same everywhere.
#pragma once
#include "core/columns/column_values.h"
#include "core/log/channel_names.h"

namespace hl {

/// The guesses by name, judged by the values. A column that does what a channel does is that channel, whatever it is
/// called, and its evidence says with what it agrees; where the values cannot tell, the name decides and the reason
/// says so; a column that cannot be what it is called is not used. `rateHz` is the file's own word for how often a row
/// comes, 0 for none. Of each channel one column is used.
std::vector<ColumnGuess> understood(std::vector<ColumnGuess> byName, const ColumnValues& values, double rateHz = 0);

} // namespace hl

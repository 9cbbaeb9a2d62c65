// SPDX-License-Identifier: GPL-3.0-or-later
// Reading a CSV log: delimiter, decimal mark, header names and units are recognised, never asked for.
#pragma once
#include "core/log/car_log.h"
#include "core/units/result.h"

#include <string_view>

namespace hl {

/// Reads `text` (the whole file). `fileName` is only for messages.
/// Errors: log.empty, log.binary, log.no-header, log.no-time, log.no-rows.
Result<CarLog> importCsv(std::string_view text, std::string_view fileName);

/// What a column header means: the channel and the factor and offset that bring its values to SI.
struct ColumnMeaning {
    Channel channel = Channel::Count;
    double factor = 1;
    bool unitGiven = false;
};
/// Channel::Count when the header says nothing that is known.
ColumnMeaning meaningOfHeader(std::string_view header);

} // namespace hl

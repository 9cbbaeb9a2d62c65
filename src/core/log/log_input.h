// SPDX-License-Identifier: GPL-3.0-or-later
// What every reader of logs is handed, and the way to add one.
#pragma once
#include "core/log/channel_names.h"
#include "core/units/result.h"

#include <functional>
#include <span>

namespace hl {

/// Fills `to` with the next bytes; 0 at the end.
using ByteSource = std::function<std::size_t(char* to, std::size_t room)>;
ByteSource sourceOf(std::string_view text); ///< `text` must outlive the source

/// What a person said about a column; wins over every guess. Channel::Count: do not use it.
struct ColumnChoice {
    std::string header;
    Channel channel = Channel::Count;
    std::string unit; ///< empty: by range
    friend bool operator==(const ColumnChoice&, const ColumnChoice&) = default;
};

struct LogInput {
    ByteSource bytes;
    std::string fileName; ///< for messages only
    double sizeBytes = 0; ///< for progress; 0 when not known
    /// About so many bytes from a share of the way through, without taking them; null where that cannot be done.
    std::function<std::string(double share, std::size_t bytes)> peek;
    std::vector<ColumnChoice> choices;
    std::function<bool(double share)> goOn = [](double) { return true; }; ///< false stops the reading
};

/// What the beginning of a log shows: enough to ask a person about its columns.
struct LogShape {
    std::string format;
    std::vector<ColumnGuess> columns;
    std::vector<std::vector<float>> preview; ///< a few hundred values of each column, NaN where there is none
    bool sure() const;                       ///< every used column is sure, and there is a way to tell the time
};

/// Reads any supported log in a stream. Errors: log.empty, log.binary, log.no-header, log.no-time, log.no-rows,
/// log.bad-xml, job.cancelled.
Result<CarLog> importLog(LogInput in);
Result<CarLog> importText(std::string_view text, std::string_view fileName); ///< a log that is already in memory
/// Looks at the beginning only. Errors: as above.
Result<LogShape> shapeOf(LogInput in);

class LineStream;

/// One format: a new one is one file and one line in kFormats (import_log.cpp).
struct LogFormat {
    std::string_view name;
    bool (*recognises)(std::string_view head);
    Result<CarLog> (*read)(LineStream& text, const LogInput& in);
    Result<LogShape> (*shape)(LineStream& text, const LogInput& in); ///< null: its columns need no asking
};
/// Every format, in the order in which they are asked.
std::span<const LogFormat* const> logFormats();
extern const LogFormat kCsvFormat, kGpxFormat, kNmeaFormat, kJsonLinesFormat;

} // namespace hl

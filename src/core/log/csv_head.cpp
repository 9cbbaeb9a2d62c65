// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_head.h"

#include "core/columns/understand.h"
#include "core/log/csv_cells.h"
#include "core/log/csv_sample.h"
#include "core/log/line_stream.h"
#include "core/log/table_shape.h"

#include <algorithm>

namespace hl {
namespace {

/// "Sample Rate,100" or "Frequency;50 Hz" above the header.
double rateAbove(LineReader reader, std::size_t headerLine) {
    while (reader.lineNumber() + 1 < headerLine) {
        const auto line = reader.next();
        if (!line) break;
        std::string lower;
        for (const char c : *line) lower += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        if (lower.find("rate") == std::string::npos && lower.find("freq") == std::string::npos &&
            lower.find("hz") == std::string::npos)
            continue;
        const auto from = line->find_first_of("0123456789");
        if (from == std::string_view::npos) continue;
        auto number = line->substr(from);
        number = number.substr(0, number.find_first_not_of("0123456789."));
        if (const auto hz = parseNumber(number, false); hz && *hz >= 0.5 && *hz <= 10000) return *hz;
    }
    return 0;
}

bool has(const CsvHead& head, Channel c) {
    return std::any_of(head.columns.begin(), head.columns.end(), [c](const ColumnGuess& g) { return g.channel == c; });
}

void tellUnsure(CsvHead& head) {
    for (const auto& c : head.columns)
        if (c.channel != Channel::Count && !c.sure)
            head.notes.push_back({head.headerLine, "column \"" + c.header + "\" " + c.reason + "; check it"});
}

} // namespace

Result<CsvHead> findCsvHead(std::string_view text, const LogInput& in) {
    auto table = tableShape(text);
    if (!table || (table->headerLine == 0 && table->columns.size() < 3))
        return Error{"log.no-header", "no table of numbers was found in the first lines", in.fileName,
                     "rows of numbers with a row of column names above them"};
    CsvHead head;
    head.delimiter = table->delimiter, head.decimalComma = table->decimalComma;
    head.headerLine = table->headerLine, head.samplesLine = table->samplesLine;
    applyChoices(table->columns, in.choices);
    const double rateHz = rateAbove(LineReader(text), head.headerLine);
    head.columns = table->columns;
    head.columns = understood(std::move(table->columns), csvSample(text, head, in), rateHz);
    tellUnsure(head);
    if (has(head, Channel::Time)) return head;
    if (rateHz > 0) {
        head.time = TimeBy::Rate, head.rateHz = rateHz;
        head.notes.push_back({0, "no time column; the time is counted from the sample rate"});
        return head;
    }
    if (has(head, Channel::Distance) && has(head, Channel::Speed)) {
        head.time = TimeBy::Driving;
        head.notes.push_back({0, "no time column; the time is worked out from distance and speed"});
        return head;
    }
    return Error{"log.no-time", "the log has no time column", in.fileName + ", line " + std::to_string(head.headerLine),
                 "a column that rises evenly, a sample rate above the header, or both distance and speed"};
}

} // namespace hl

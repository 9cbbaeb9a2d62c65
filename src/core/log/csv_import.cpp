// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_import.h"

#include "core/log/csv_cells.h"
#include "core/log/repair.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <limits>

namespace hl {
namespace {

constexpr std::size_t kHeaderSearchLines = 60; // metadata blocks before the header are shorter than this
constexpr std::size_t kNamedBadRows = 20;      // after these the rest are only counted

struct Header {
    std::vector<ColumnMeaning> columns;
    Dialect dialect;
    bool found = false;
};

int knownColumns(const std::vector<ColumnMeaning>& columns) {
    return static_cast<int>(
        std::count_if(columns.begin(), columns.end(), [](auto& c) { return c.channel != Channel::Count; }));
}

std::vector<ColumnMeaning> meanings(std::string_view line, char delimiter) {
    std::vector<std::string_view> cells;
    splitCells(line, delimiter, cells);
    std::vector<ColumnMeaning> columns;
    for (auto cell : cells) {
        auto m = meaningOfHeader(cell);
        const bool taken = std::any_of(columns.begin(), columns.end(), [&](auto& c) { return c.channel == m.channel; });
        if (taken) m.channel = Channel::Count; // the first column of a name wins
        columns.push_back(m);
    }
    return columns;
}

/// A second header row that holds only units ("s;km/h;%") refines the first.
bool takeUnitRow(std::string_view line, Header& header) {
    std::vector<std::string_view> cells;
    splitCells(line, header.dialect.delimiter, cells);
    if (cells.size() != header.columns.size()) return false;
    bool any = false;
    for (auto cell : cells) {
        if (!cell.empty() && parseNumber(cell, header.dialect.decimalComma)) return false;
        any |= !cell.empty();
    }
    if (!any) return false;
    for (std::size_t i = 0; i < cells.size(); ++i) {
        auto& c = header.columns[i];
        if (c.channel == Channel::Count || cells[i].empty()) continue;
        if (auto factor = unitFactor(c.channel, cells[i])) c.factor = *factor, c.unitGiven = true;
    }
    return true;
}

Header findHeader(LineReader reader) {
    Header best;
    int bestKnown = 1; // one recognised word may be chance
    for (std::size_t i = 0; i < kHeaderSearchLines; ++i) {
        auto line = reader.next();
        if (!line) break;
        for (char delimiter : {',', ';', '\t'}) {
            auto columns = meanings(*line, delimiter);
            if (const int known = knownColumns(columns); known > bestKnown) {
                bestKnown = known;
                best = {std::move(columns), {delimiter, false, reader.lineNumber()}, true};
            }
        }
    }
    return best;
}

struct Rows {
    CarLog log;
    std::vector<std::size_t> lines;
};

void noteBadRow(CarLog& log, std::size_t line, std::string text) {
    if (++log.badRows <= kNamedBadRows) log.notes.push_back({line, std::move(text)});
}

void readRow(Header& header, const std::vector<std::string_view>& cells, std::size_t line, Rows& rows) {
    auto& log = rows.log;
    if (cells.size() < header.columns.size()) {
        noteBadRow(log, line,
                   "row has " + std::to_string(cells.size()) + " cells; expected " +
                       std::to_string(header.columns.size()));
        return;
    }
    double value[kChannelCount];
    std::fill(std::begin(value), std::end(value), kNaN);
    for (std::size_t i = 0; i < header.columns.size(); ++i) {
        auto& column = header.columns[i];
        if (column.channel == Channel::Count) continue;
        if (column.channel == Channel::Time && cells[i].find(':') != std::string_view::npos)
            column.unitGiven = true; // h:mm:ss is in seconds
        const auto parsed = column.channel == Channel::Time ? parseTime(cells[i], header.dialect.decimalComma)
                                                            : parseNumber(cells[i], header.dialect.decimalComma);
        if (parsed)
            value[static_cast<std::size_t>(column.channel)] = *parsed * column.factor;
        else if (!cells[i].empty() && column.channel == Channel::Time) {
            noteBadRow(log, line, "time \"" + std::string(cells[i].substr(0, 24)) + "\" is not a number");
            return;
        }
    }
    if (std::isnan(value[static_cast<std::size_t>(Channel::Time)])) {
        noteBadRow(log, line, "row has no time");
        return;
    }
    for (const auto& column : header.columns)
        if (column.channel != Channel::Count)
            log[column.channel].push_back(value[static_cast<std::size_t>(column.channel)]);
    rows.lines.push_back(line);
}

} // namespace

Result<CarLog> importCsv(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    if (text.find_first_not_of(" \t\r\n") == std::string_view::npos)
        return Error{"log.empty", "the log is empty", file, "a header row and samples"};
    if (text.substr(0, 4096).find('\0') != std::string_view::npos)
        return Error{"log.binary", "the log is a binary file", file, "text: comma, semicolon or tab separated values"};

    auto header = findHeader(LineReader(text));
    if (!header.found)
        return Error{"log.no-header", "no header row was recognised in the first lines", file,
                     "column names such as time, distance, speed, throttle, brake, gear"};
    const auto isTime = [](const ColumnMeaning& c) { return c.channel == Channel::Time; };
    if (std::none_of(header.columns.begin(), header.columns.end(), isTime))
        return Error{"log.no-time", "the log has no time column",
                     file + ", line " + std::to_string(header.dialect.headerLine), "a column named time, in s or ms"};

    LineReader reader(text);
    while (reader.lineNumber() < header.dialect.headerLine) reader.next();
    header.dialect.decimalComma = usesDecimalComma(reader.rest(), header.dialect.delimiter);
    if (auto peek = reader; auto line = peek.next())
        if (takeUnitRow(*line, header)) reader = peek;

    Rows rows;
    std::vector<std::string_view> cells;
    while (auto line = reader.next()) {
        if (line->empty()) continue;
        splitCells(*line, header.dialect.delimiter, cells);
        readRow(header, cells, reader.lineNumber(), rows);
    }
    if (rows.log.size() < 2)
        return Error{"log.no-rows", "the log has no usable samples", file,
                     "at least two rows with a time below line " + std::to_string(header.dialect.headerLine)};
    repair(rows.log, rows.lines, header.columns);
    return std::move(rows.log);
}

} // namespace hl

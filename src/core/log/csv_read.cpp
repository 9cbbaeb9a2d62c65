// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of numbers: comma, semicolon, tab or bar. The rows are read in a stream, only the columns that are used.
#include "core/log/csv_cells.h"
#include "core/log/csv_head.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"

#include <cstring>
#include <fast_float/fast_float.h>

namespace hl {
namespace {

constexpr std::size_t kPreviewRows = 400;

struct Rows {
    CsvHead head;
    SampleSink sink;
    std::size_t line = 0;
    std::size_t needed = 0;  ///< cells up to the last used column
    bool clockTimes = false; ///< h:mm:ss or ISO seen: they are in seconds
};

std::vector<Channel> usedChannels(const CsvHead& head) {
    std::vector<Channel> used;
    for (const auto& c : head.columns)
        if (c.channel != Channel::Count) used.push_back(c.channel);
    if (head.time == TimeBy::Rate) used.push_back(Channel::Time);
    return used;
}

/// One cell that is not a plain number right up to its end: quotes, blanks, clock times, words.
double slowCell(Rows& r, const ColumnGuess& column, std::string_view cell, std::string& fault) {
    cell = trimmedCell(cell);
    if (cell.empty()) return kNaN;
    if (column.channel != Channel::Time) {
        const auto v = parseNumber(cell, r.head.decimalComma);
        return v ? *v * column.factor + column.offset : kNaN;
    }
    const auto v = parseTime(cell, r.head.decimalComma);
    if (!v) fault = "time \"" + std::string(cell.substr(0, 24)) + "\" is not a number";
    r.clockTimes |= v && cell.find(':') != std::string_view::npos;
    return v ? *v * (cell.find(':') != std::string_view::npos ? 1 : column.factor) : kNaN;
}

/// "-123.456" right up to its delimiter, the form of nearly every cell; half the time of a general parser. Exact: up to
/// fifteen digits make an integer that a double holds, and one division by a power of ten rounds once. Null: use the
/// other way.
const char* quickNumber(const char* p, const char* end, char delimiter, char point, double& value) {
    static constexpr double kPowers[] = {1,   1e1, 1e2,  1e3,  1e4,  1e5,  1e6,  1e7,
                                         1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
    const bool minus = p < end && *p == '-';
    p += minus;
    std::uint64_t whole = 0; // may wrap on absurdly long cells, which are then left to the other way
    int digits = 0, decimals = 0;
    for (; p < end && static_cast<unsigned>(*p - '0') < 10; ++p, ++digits) whole = 10 * whole + (*p - '0');
    if (p < end && *p == point)
        for (++p; p < end && static_cast<unsigned>(*p - '0') < 10; ++p, ++digits, ++decimals)
            whole = 10 * whole + (*p - '0');
    if (digits == 0 || digits > 15 || (p < end && *p != delimiter)) return nullptr;
    const double v = static_cast<double>(whole) / kPowers[decimals];
    value = minus ? -v : v;
    return p;
}

const char* cellEnd(const char* p, const char* end, char delimiter) {
    if (p < end && *p == '"') {
        for (++p; p < end && *p != '"'; ++p) {}
    }
    while (p < end && *p != delimiter) ++p;
    return p;
}

void readLine(Rows& r, const char* p, const char* end) {
    const auto& columns = r.head.columns;
    const fast_float::parse_options options{fast_float::chars_format::general, r.head.decimalComma ? ',' : '.'};
    auto& row = r.sink.row();
    std::string fault;
    std::size_t i = 0;
    for (; i < columns.size(); ++i) {
        if (p > end) break;
        const auto& column = columns[i];
        if (column.channel == Channel::Count) {
            p = cellEnd(p, end, r.head.delimiter) + 1;
            continue;
        }
        double value = 0;
        if (const char* quick = quickNumber(p, end, r.head.delimiter, r.head.decimalComma ? ',' : '.', value)) {
            set(row, column.channel, value * column.factor + column.offset);
            p = quick + 1;
            continue;
        }
        const auto [stop, ec] = fast_float::from_chars_advanced(p, end, value, options);
        if (ec == std::errc{} && (stop == end || *stop == r.head.delimiter) && std::isfinite(value)) {
            set(row, column.channel, value * column.factor + column.offset);
            p = stop + 1;
            continue;
        }
        const char* to = cellEnd(p, end, r.head.delimiter);
        set(row, column.channel, slowCell(r, column, {p, static_cast<std::size_t>(to - p)}, fault));
        p = to + 1;
    }
    if (i < r.needed)
        return r.sink.bad(r.line,
                          "row has " + std::to_string(i) + " cells; expected " + std::to_string(columns.size()));
    if (!fault.empty()) return r.sink.bad(r.line, fault);
    if (r.head.time == TimeBy::Rate) set(row, Channel::Time, num(r.sink.rows()) / r.head.rateHz);
    r.sink.end(r.line);
}

void readBlock(Rows& r, std::string_view block) {
    const char *p = block.data(), *end = p + block.size();
    while (p < end) {
        const auto* nl = static_cast<const char*>(std::memchr(p, '\n', static_cast<std::size_t>(end - p)));
        const char* stop = nl ? nl : end;
        const char* last = stop > p && stop[-1] == '\r' ? stop - 1 : stop;
        ++r.line;
        if (r.line > r.head.samplesLine && last > p && *p != '#') readLine(r, p, last);
        p = stop + 1;
    }
}

/// Without a clock: each step takes its distance over its mean speed. The odometer may start again with every lap.
void timeFromDriving(CarLog& log) {
    auto& t = log[Channel::Time];
    const auto& s = log[Channel::Distance];
    const auto& v = log[Channel::Speed];
    constexpr double kCrawl = 0.5; // m/s; slower than this the log does not tell for how long
    t.assign(s.size(), 0.0);
    for (std::size_t i = 1; i < s.size(); ++i) {
        double step = s[i] - s[i - 1];
        if (!(step >= 0)) step = i > 1 ? std::max(0.0, s[i - 1] - s[i - 2]) : 0;
        const double mean = std::max(kCrawl, (v[i] + v[i - 1]) / 2);
        t[i] = t[i - 1] + std::max(1e-4, std::isfinite(step / mean) ? step / mean : 0.0);
    }
}

bool looksLikeTable(std::string_view) { return true; } // the last format asked

Result<CarLog> readCsv(LineStream& text, const LogInput& in) {
    auto head = findCsvHead(text.head(), in);
    if (!head) return head.error();
    SampleSink sink(usedChannels(*head));
    Rows r{std::move(*head), std::move(sink), 0, 0, false};
    for (std::size_t i = 0; i < r.head.columns.size(); ++i)
        if (r.head.columns[i].channel != Channel::Count) r.needed = i + 1;
    for (auto block = text.block(); !block.empty(); block = text.block()) {
        readBlock(r, block);
        if (text.taken() == static_cast<double>(block.size()) &&
            in.sizeBytes > 2 * text.taken()) // after the first block
            r.sink.reserve(static_cast<std::size_t>(num(r.sink.rows()) * in.sizeBytes / text.taken() * 1.03));
        if (in.sizeBytes > 0 && !in.goOn(text.taken() / in.sizeBytes))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    }
    if (r.sink.rows() < 2)
        return Error{"log.no-rows", "the log has no usable samples", in.fileName,
                     "at least two rows with a time below line " + std::to_string(r.head.headerLine)};
    auto log = r.sink.finish();
    log.notes.insert(log.notes.begin(), r.head.notes.begin(), r.head.notes.end());
    if (r.clockTimes)
        for (auto& c : r.head.columns)
            if (c.channel == Channel::Time) c.unitGiven = true;
    if (r.head.time == TimeBy::Driving) {
        guessUnits(log, r.head.columns); // the speed's unit decides the time
        timeFromDriving(log);
        for (auto& c : r.head.columns) c.unitGiven = true;
    }
    repair(log, r.head.columns);
    return log;
}

Result<LogShape> shapeOfCsv(LineStream& text, const LogInput& in) {
    const auto head = findCsvHead(text.head(), in);
    if (!head) return head.error();
    LogShape shape{"CSV", head->columns, std::vector<std::vector<float>>(head->columns.size())};
    LineReader reader(text.head());
    std::vector<std::string_view> cells;
    while (const auto line = reader.next()) {
        if (reader.lineNumber() <= head->samplesLine || line->empty()) continue;
        if (shape.preview.front().size() >= kPreviewRows) break;
        splitCells(*line, head->delimiter, cells);
        for (std::size_t i = 0; i < shape.columns.size(); ++i) {
            const auto v = i < cells.size() ? parseTime(cells[i], head->decimalComma) : std::nullopt;
            shape.preview[i].push_back(v ? static_cast<float>(*v) : static_cast<float>(kNaN));
        }
    }
    return shape;
}

} // namespace

const LogFormat kCsvFormat{"CSV", looksLikeTable, readCsv, shapeOfCsv};

} // namespace hl

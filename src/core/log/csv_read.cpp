// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of numbers: comma, semicolon, tab or bar. The rows are read in a stream, only the columns that are used.
#include "core/log/csv_cells.h"
#include "core/log/csv_head.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"

#include <cstring>
#include <fast_float/fast_float.h>
#include <future>
#include <thread>

namespace hl {
namespace {

constexpr std::size_t kPreviewRows = 400;

/// A piece of the table as numbers: what one core read, not yet laid in a row with the others.
struct Piece {
    std::vector<std::vector<double>> columns;                ///< of the used ones, all of one length
    std::vector<std::size_t> lines;                          ///< of each row, counted from the piece's first
    std::vector<std::pair<std::size_t, std::string>> faults; ///< rows that cannot be used: index and why
    std::vector<double> row;                                 ///< the one that is being read
    std::size_t lineCount = 0;
    bool clockTimes = false; ///< h:mm:ss or ISO seen: they are in seconds
};

struct Table {
    CsvHead head;
    std::vector<std::size_t> slotOf; ///< of each column: its place among the used ones
    std::vector<Channel> used;       ///< channel of each slot
    std::size_t needed = 0;          ///< cells up to the last used column
};

std::vector<Channel> usedChannels(const CsvHead& head) {
    std::vector<Channel> used;
    for (const auto& c : head.columns)
        if (c.channel != Channel::Count) used.push_back(c.channel);
    if (head.time == TimeBy::Rate) used.push_back(Channel::Time);
    return used;
}

/// One cell that is not a plain number right up to its end: quotes, blanks, clock times, words.
double slowCell(const Table& r, Piece& piece, const ColumnGuess& column, std::string_view cell, std::string& fault) {
    cell = trimmedCell(cell);
    if (cell.empty()) return kNaN;
    if (column.channel != Channel::Time) {
        const auto v = parseNumber(cell, r.head.decimalComma);
        return v ? *v * column.factor + column.offset : kNaN;
    }
    const auto v = parseTime(cell, r.head.decimalComma);
    if (!v) fault = "time \"" + std::string(cell.substr(0, 24)) + "\" is not a number";
    piece.clockTimes |= v && cell.find(':') != std::string_view::npos;
    return v ? *v * (cell.find(':') != std::string_view::npos ? 1 : column.factor) : kNaN;
}

/// "-123.456" right up to its delimiter, the form of nearly every cell; half the time of a general parser. Exact: up to
/// fifteen digits make an integer that a double holds, and one division by a power of ten rounds once. Null: use the
/// other way.
const char* quickNumber(const char* p, const char* end, char delimiter, char point, double& value) {
    static constexpr double kPowers[] = {1,   1e1, 1e2,  1e3,  1e4,  1e5,  1e6,  1e7,
                                         1e8, 1e9, 1e10, 1e11, 1e12, 1e13, 1e14, 1e15};
    // behind the line stands its end, behind the text a nought: no digit runs over
    const bool minus = *p == '-';
    p += minus;
    std::uint64_t whole = 0; // may wrap on absurdly long cells, which are then left to the other way
    int digits = 0, decimals = 0;
    const char* const first = p;
    for (; static_cast<unsigned>(*p - '0') < 10; ++p) whole = 10 * whole + static_cast<unsigned>(*p - '0');
    digits = static_cast<int>(p - first);
    if (*p == point) {
        const char* const after = ++p;
        for (; static_cast<unsigned>(*p - '0') < 10; ++p) whole = 10 * whole + static_cast<unsigned>(*p - '0');
        decimals = static_cast<int>(p - after), digits += decimals;
    }
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

void readLine(const Table& r, const char* p, const char* end, Piece& piece) {
    const auto& columns = r.head.columns;
    const fast_float::parse_options options{fast_float::chars_format::general, r.head.decimalComma ? ',' : '.'};
    double* const row = piece.row.data();
    std::fill(piece.row.begin(), piece.row.end(), kNaN);
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
            row[r.slotOf[i]] = value * column.factor + column.offset;
            p = quick + 1;
            continue;
        }
        const auto [stop, ec] = fast_float::from_chars_advanced(p, end, value, options);
        if (ec == std::errc{} && (stop == end || *stop == r.head.delimiter) && std::isfinite(value)) {
            row[r.slotOf[i]] = value * column.factor + column.offset;
            p = stop + 1;
            continue;
        }
        const char* to = cellEnd(p, end, r.head.delimiter);
        row[r.slotOf[i]] = slowCell(r, piece, column, {p, static_cast<std::size_t>(to - p)}, fault);
        p = to + 1;
    }
    if (i < r.needed) fault = "row has " + std::to_string(i) + " cells; expected " + std::to_string(columns.size());
    if (!fault.empty()) piece.faults.emplace_back(piece.lines.size(), std::move(fault));
    piece.lines.push_back(piece.lineCount);
    for (std::size_t k = 0; k < r.used.size(); ++k) piece.columns[k].push_back(row[k]);
}

Piece readPiece(const Table& table, std::string_view text) {
    Piece piece;
    const auto rows = static_cast<std::size_t>(std::count(text.begin(), text.end(), '\n')) + 1;
    piece.lines.reserve(rows), piece.row.resize(table.used.size()), piece.columns.resize(table.used.size());
    for (auto& c : piece.columns) c.reserve(rows);
    const char *p = text.data(), *end = p + text.size();
    while (p < end) {
        const auto* nl = static_cast<const char*>(std::memchr(p, '\n', static_cast<std::size_t>(end - p)));
        const char* stop = nl ? nl : end;
        const char* last = stop > p && stop[-1] == '\r' ? stop - 1 : stop;
        ++piece.lineCount;
        if (last > p && *p != '#') readLine(table, p, last, piece);
        p = stop + 1;
    }
    return piece;
}

/// Whole lines in about equal parts, one a core.
std::vector<std::string_view> shared(std::string_view block) {
    constexpr std::size_t kWorthIt = 256 * 1024;
    const std::size_t cores = std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, 4);
    std::vector<std::string_view> parts;
    for (std::size_t left = block.size() < kWorthIt ? 1 : cores; left > 1 && !block.empty(); --left) {
        const auto end = block.find('\n', block.size() / left);
        if (end == std::string_view::npos) break;
        parts.push_back(block.substr(0, end + 1));
        block.remove_prefix(end + 1);
    }
    if (!block.empty()) parts.push_back(block);
    return parts;
}

/// The pieces one after the other: what follows from the rows before (a clock that starts again) is told here.
void lay(const Table& table, const Piece& piece, std::size_t linesBefore, SampleSink& sink) {
    if (piece.faults.empty() && linesBefore >= table.head.samplesLine && table.head.time != TimeBy::Rate &&
        sink.append(piece.columns))
        return;
    std::size_t fault = 0;
    for (std::size_t i = 0; i < piece.lines.size(); ++i) {
        const auto line = linesBefore + piece.lines[i];
        const bool faulty = fault < piece.faults.size() && piece.faults[fault].first == i;
        if (faulty) ++fault;
        if (line <= table.head.samplesLine) continue;
        if (faulty) {
            sink.bad(line, piece.faults[fault - 1].second);
            continue;
        }
        auto& row = sink.row();
        for (std::size_t k = 0; k < table.used.size(); ++k) set(row, table.used[k], piece.columns[k][i]);
        if (table.head.time == TimeBy::Rate) set(row, Channel::Time, num(sink.rows()) / table.head.rateHz);
        sink.end(line);
    }
}

Table tableOf(CsvHead head) {
    Table t{std::move(head), {}, {}, 0};
    t.slotOf.resize(t.head.columns.size());
    for (std::size_t i = 0; i < t.head.columns.size(); ++i) {
        if (t.head.columns[i].channel == Channel::Count) continue;
        t.slotOf[i] = t.used.size(), t.needed = i + 1;
        t.used.push_back(t.head.columns[i].channel);
    }
    return t;
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
    auto table = tableOf(std::move(*head));
    std::size_t lines = 0;
    bool clockTimes = false;
    std::vector<Piece> read;
    double firstBlock = 0; // its bytes, while it waits to be laid down
    std::string kept;      // the block that is being read: its text must not move
    for (auto block = text.block();; block = text.block()) {
        kept.assign(block);
        std::vector<std::future<Piece>> reading;
        for (const auto part : shared(kept))
            reading.push_back(std::async(std::launch::async, [&table, part] { return readPiece(table, part); }));
        for (const auto& piece : read) { // meanwhile what was read before is laid down
            lay(table, piece, lines, sink);
            lines += piece.lineCount, clockTimes |= piece.clockTimes;
        }
        if (!read.empty() && firstBlock > 0 && in.sizeBytes > 2 * firstBlock) // growing would double the memory
            sink.reserve(static_cast<std::size_t>(num(sink.rows()) * in.sizeBytes / firstBlock * 1.01));
        firstBlock = read.empty() ? num(block.size()) : 0;
        read.clear();
        for (auto& piece : reading) read.push_back(piece.get());
        if (block.empty()) break;
        if (in.sizeBytes > 0 && !in.goOn(text.taken() / in.sizeBytes))
            return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    }
    if (sink.rows() < 2)
        return Error{"log.no-rows", "the log has no usable samples", in.fileName,
                     "at least two rows with a time below line " + std::to_string(table.head.headerLine)};
    auto log = sink.finish();
    auto& columns = table.head.columns;
    log.notes.insert(log.notes.begin(), table.head.notes.begin(), table.head.notes.end());
    if (clockTimes)
        for (auto& c : columns)
            if (c.channel == Channel::Time) c.unitGiven = true;
    if (table.head.time == TimeBy::Driving) {
        guessUnits(log, columns); // the speed's unit decides the time
        timeFromDriving(log);
        for (auto& c : columns) c.unitGiven = true;
    }
    repair(log, columns);
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

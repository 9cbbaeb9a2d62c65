// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of numbers: comma, semicolon, tab or bar. The rows are read in a stream, only the columns that are used.
#include "core/log/csv_cells.h"
#include "core/log/csv_rows.h"
#include "core/log/line_stream.h"
#include "core/log/repair.h"
#include "core/log/sample_sink.h"

#include <atomic>
#include <condition_variable>
#include <future>
#include <mutex>
#include <thread>

namespace hl {
namespace {

constexpr std::size_t kPreviewRows = 400;
constexpr double kWorthAll = 512 * 1024; // bytes; less is read sooner than another core wakes up

std::vector<Channel> usedChannels(const CsvHead& head) {
    std::vector<Channel> used;
    for (const auto& c : head.columns)
        if (c.channel != Channel::Count) used.push_back(c.channel);
    if (head.time == TimeBy::Rate) used.push_back(Channel::Time);
    return used;
}

/// The pieces one after the other: what follows from the rows before (a clock that starts again) is told here.
void lay(const Table& table, const Piece& piece, std::size_t linesBefore, SampleSink& sink) {
    std::vector<std::span<const double>> columns;
    for (std::size_t k = 0; k < table.used.size(); ++k) columns.push_back(piece.column(k));
    if (piece.faults.empty() && linesBefore >= table.head.samplesLine && table.head.time != TimeBy::Rate &&
        sink.append(columns))
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
        for (std::size_t k = 0; k < table.used.size(); ++k) set(row, table.used[k], columns[k][i]);
        if (table.head.time == TimeBy::Rate) set(row, Channel::Time, num(sink.rows()) / table.head.rateHz);
        sink.end(line);
    }
}

/// The table on all cores: whoever is free takes the next block, makes numbers of it, and lays them down in its turn.
class TableReading {
  public:
    TableReading(LineStream& text, const LogInput& in, const Table& table, SampleSink& sink)
        : text_(text), in_(in), table_(table), sink_(sink) {}
    bool cancelled = false, clockTimes = false;

    void all() {
        const std::size_t cores = in_.sizeBytes > 0 && in_.sizeBytes < kWorthAll
                                      ? 1
                                      : std::clamp<std::size_t>(std::thread::hardware_concurrency(), 1, 4);
        std::vector<std::future<void>> others;
        for (std::size_t i = 1; i < cores; ++i) others.push_back(std::async(std::launch::async, [this] { work(); }));
        work();
        for (auto& o : others) o.get();
    }

  private:
    /// False when there is no more.
    bool take(LineStream::Block& block, std::size_t& turn) {
        const std::lock_guard lock(taking_);
        if (ended_ || broken_) return false;
        text_.block(block);
        const bool last = block.text.empty();
        const bool goesOn = last || in_.sizeBytes <= 0 || in_.goOn(text_.taken() / in_.sizeBytes);
        ended_ = last || !goesOn, cancelled |= !goesOn;
        if (ended_) return false;
        turn = taken_++;
        return true;
    }

    void work() {
        try {
            LineStream::Block block;
            Piece piece;
            for (std::size_t turn = 0; take(block, turn);) {
                readPiece(table_, block.text, piece);
                if (!layInTurn(piece, turn, num(block.text.size()))) return;
            }
        } catch (...) { // no memory: the others must not wait for this turn
            broken_ = true;
            const std::lock_guard lock(laying_);
            laidDown_.notify_all();
            throw;
        }
    }

    bool layInTurn(const Piece& piece, std::size_t turn, double bytes) {
        std::unique_lock lock(laying_);
        laidDown_.wait(lock, [&] { return laid_ == turn || broken_; });
        if (broken_) return false;
        lay(table_, piece, lines_, sink_);
        lines_ += piece.lineCount, clockTimes |= piece.clockTimes;
        if (turn == 0 && in_.sizeBytes > 2 * bytes) // growing would double the memory
            sink_.reserve(static_cast<std::size_t>(num(sink_.rows()) * in_.sizeBytes / bytes * 1.01));
        ++laid_;
        laidDown_.notify_all();
        return true;
    }

    LineStream& text_;
    const LogInput& in_;
    const Table& table_;
    SampleSink& sink_;
    std::mutex taking_, laying_;
    std::condition_variable laidDown_;
    std::size_t taken_ = 0, laid_ = 0, lines_ = 0;
    bool ended_ = false;
    std::atomic<bool> broken_{false};
};

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
    TableReading reading(text, in, table, sink);
    reading.all();
    if (reading.cancelled) return Error{"job.cancelled", "stopped before it was finished; nothing was changed"};
    if (sink.rows() < 2)
        return Error{"log.no-rows", "the log has no usable samples", in.fileName,
                     "at least two rows with a time below line " + std::to_string(table.head.headerLine)};
    auto log = sink.finish();
    auto& columns = table.head.columns;
    log.notes.insert(log.notes.begin(), table.head.notes.begin(), table.head.notes.end());
    if (reading.clockTimes)
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

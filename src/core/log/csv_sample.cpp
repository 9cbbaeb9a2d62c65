// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_sample.h"

#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"
#include "core/log/quick_number.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kMostCells = 600'000; // of all columns together: what a moment's look costs
constexpr std::size_t kFewestRows = 1500, kMostRows = 12'000;
constexpr std::size_t kStretches = 8;
constexpr double kLargest = 1e30;

/// The quick way looks a few letters beyond the cell, which the line must have.
std::optional<double> numberIn(std::string_view cell, std::string_view line, bool decimalComma) {
    const auto behind = static_cast<std::size_t>(line.data() + line.size() - cell.data());
    double v = 0;
    if (behind > 9 && quickNumber(cell.data(), cell.data() + cell.size(), decimalComma ? ',' : '.', v)) return v;
    return parseTime(cell, decimalComma);
}

void addRow(std::string_view line, const CsvHead& head, std::vector<std::string_view>& cells, ColumnValues& v) {
    splitCells(line, head.delimiter, cells);
    for (std::size_t i = 0; i < v.columns.size(); ++i) {
        const auto cell = i < cells.size() ? cells[i] : std::string_view{};
        const auto number = cell.empty() ? std::nullopt : numberIn(cell, line, head.decimalComma);
        // What no sensor says would only spoil the sums.
        v.columns[i].push_back(number && std::abs(*number) < kLargest ? *number : kNaN);
        if (number && cell.find(':') != std::string_view::npos) v.clock[i] = true;
    }
}

/// Bytes of the text that were looked at.
std::size_t addStretch(std::string_view text, const CsvHead& head, std::size_t samplesLine, std::size_t most,
                       ColumnValues& v) {
    std::vector<std::string_view> cells;
    LineReader reader(text);
    const auto from = v.rows();
    while (v.rows() - from < most) {
        const auto line = reader.next();
        if (!line) break;
        if (reader.lineNumber() <= samplesLine || line->empty() || line->front() == '#') continue;
        addRow(*line, head, cells, v);
    }
    if (v.rows() > from) v.stretches.push_back(from);
    return text.size() - reader.rest().size();
}

} // namespace

ColumnValues csvSample(std::string_view text, const CsvHead& head, const LogInput& in) {
    ColumnValues v;
    v.columns.resize(head.columns.size());
    v.clock.resize(head.columns.size());
    const auto rows = std::clamp(kMostCells / std::max<std::size_t>(1, head.columns.size()), kFewestRows, kMostRows);
    if (!in.peek) {
        addStretch(text, head, head.samplesLine, rows, v);
        return v;
    }
    // The beginning may end within a row.
    if (in.sizeBytes > num(text.size())) text = text.substr(0, text.rfind('\n') + 1);
    double seen = num(addStretch(text, head, head.samplesLine, rows / 2, v));
    if (v.rows() < 2) return v;
    const double bytesARow = seen / num(v.rows() + head.samplesLine);
    const auto most = rows / 2 / kStretches + 1;
    const auto bytes = static_cast<std::size_t>(num(most + 2) * bytesARow);
    // The rest whole, where it is no more than the stretches would be.
    const bool all = in.sizeBytes - seen < num(kStretches * bytes);
    const double between = all ? num(bytes) : (in.sizeBytes - seen) / num(kStretches);
    for (double at = seen; at < in.sizeBytes; at = std::max(at + between, seen)) {
        const auto piece = in.peek(at / in.sizeBytes, bytes);
        const auto first = piece.find('\n'), last = piece.rfind('\n'); // whole lines only
        if (first == std::string::npos || first >= last) continue;
        seen = at + num(first + 1) +
               num(addStretch(std::string_view(piece).substr(first + 1, last - first), head, 0, most, v));
    }
    return v;
}

} // namespace hl

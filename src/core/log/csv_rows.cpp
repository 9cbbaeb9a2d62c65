// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_rows.h"

#include "core/log/csv_cells.h"
#include "core/log/quick_number.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <array>
#include <bit>
#include <cstring>
#include <fast_float/fast_float.h>
#ifdef __SSE2__
#include <emmintrin.h>
#endif

namespace hl {
namespace {

// Cells come in the column's own unit; the whole column becomes SI at the end.

/// One cell that is no plain number: quotes, clock times, words.
double wordedCell(const Table& r, Piece& piece, const ColumnGuess& column, std::string_view cell, std::string& fault) {
    cell = trimmedCell(cell);
    if (cell.empty()) return kNaN;
    if (column.channel != Channel::Time) return parseNumber(cell, r.head.decimalComma).value_or(kNaN);
    const auto v = parseTime(cell, r.head.decimalComma);
    if (!v) fault = "time \"" + std::string(cell.substr(0, 24)) + "\" is not a number";
    if (!v || cell.find(':') == std::string_view::npos) return v.value_or(kNaN);
    piece.clockTimes = true;
    return (*v - column.offset) / column.factor; // these are seconds, whatever the column is in
}

/// A cell of any form.
double anyCell(const Table& r, std::string_view cell, std::size_t i, Piece& piece, std::string& fault) {
    const char point = r.head.decimalComma ? ',' : '.';
    while (!cell.empty() && cell.front() == ' ') cell.remove_prefix(1);
    while (!cell.empty() && cell.back() == ' ') cell.remove_suffix(1);
    const char *from = cell.data(), *to = from + cell.size();
    double value = 0;
    if (quickNumber(from, to, point, value)) return value;
    const fast_float::parse_options options{fast_float::chars_format::general, point};
    const auto [stop, ec] = fast_float::from_chars_advanced(from, to, value, options);
    if (ec == std::errc{} && stop == to && std::isfinite(value)) return value;
    return wordedCell(r, piece, r.head.columns[i], cell, fault);
}

/// Bit k is set where p[k] is that letter, for 64 letters.
std::uint64_t placesOf(const char* p, char letter) {
#ifdef __SSE2__
    const auto wanted = _mm_set1_epi8(letter);
    std::uint64_t places = 0;
    for (int i = 0; i < 4; ++i) {
        const auto some = _mm_loadu_si128(reinterpret_cast<const __m128i*>(p + 16 * i));
        places |= static_cast<std::uint64_t>(_mm_movemask_epi8(_mm_cmpeq_epi8(some, wanted))) << 16 * i;
    }
    return places;
#else
    std::uint64_t places = 0;
    for (int i = 0; i < 64; ++i) places |= static_cast<std::uint64_t>(p[i] == letter) << i;
    return places;
#endif
}

/// Sixteen counts beside each other, which overflow only after 255 steps.
std::size_t linesIn(std::string_view text) {
    constexpr std::size_t kWide = 16, kSteps = 255;
    std::size_t lines = 1, at = 0;
    for (; at + kWide <= text.size();) {
        std::array<std::uint8_t, kWide> counts{};
        for (std::size_t step = 0; step < kSteps && at + kWide <= text.size(); ++step, at += kWide)
            for (std::size_t k = 0; k < kWide; ++k)
                counts[k] = static_cast<std::uint8_t>(counts[k] + (text[at + k] == '\n'));
        for (const auto n : counts) lines += n;
    }
    return lines +
           static_cast<std::size_t>(std::count(text.begin() + static_cast<std::ptrdiff_t>(at), text.end(), '\n'));
}

/// Where the first cells of a line end, as many as `ends` has room for; the line's last one ends with it. Returns how
/// many. A delimiter between quotes ends nothing.
std::size_t findCellEnds(const char* line, const char* end, char delimiter, std::span<const char*> ends) {
    std::size_t n = 0;
    if (std::memchr(line, '"', static_cast<std::size_t>(end - line))) {
        for (const char* p = line; n + 1 < ends.size(); ++p) {
            if (p < end && *p == '"') p = std::find(p + 1, end, '"'); // only at a cell's beginning
            p = std::find(p, end, delimiter);
            if (p >= end) break;
            ends[n++] = p;
        }
    } else
        for (const char* p = line; p < end; p += 64) {
            auto places = placesOf(p, delimiter);
            if (end - p < 64) places &= (std::uint64_t{1} << (end - p)) - 1;
            for (; places != 0; places &= places - 1) {
                if (n == ends.size()) return n;
                ends[n++] = p + std::countr_zero(places);
            }
        }
    if (n < ends.size()) ends[n++] = end;
    return n;
}

/// One row of the piece. `ends` only lends its memory.
void readLine(const Table& r, const char* line, const char* end, Piece& piece, std::span<const char*> ends) {
    const auto cells = findCellEnds(line, end, r.head.delimiter, ends);
    const char point = r.head.decimalComma ? ',' : '.';
    const auto row = piece.lines.size(), stride = piece.stride;
    double* const to = piece.cells.data() + row;
    std::string fault;
    const char* from = line;
    for (std::size_t i = 0; i < cells; ++i) {
        const auto& use = r.uses[i];
        const char* const stop = ends[i];
        if (use.used) {
            double value = kNaN;
            if (!quickNumber(from, stop, point, value) && from < stop)
                value = anyCell(r, {from, static_cast<std::size_t>(stop - from)}, i, piece, fault);
            to[use.slot * stride] = value;
        }
        from = stop + 1;
    }
    for (std::size_t i = cells; i < r.uses.size(); ++i)
        if (r.uses[i].used) to[r.uses[i].slot * stride] = kNaN;
    if (cells < r.needed)
        fault = "row has " + std::to_string(cells) + " cells; expected " + std::to_string(r.uses.size());
    if (!fault.empty()) piece.faults.emplace_back(row, std::move(fault));
    piece.lines.push_back(piece.lineCount);
}

void toSi(const Table& table, Piece& piece) {
    for (const auto& use : table.uses) {
        if (!use.used || (use.factor == 1 && use.offset == 0)) continue;
        double* const column = piece.cells.data() + use.slot * piece.stride;
        for (std::size_t i = 0; i < piece.lines.size(); ++i) column[i] = column[i] * use.factor + use.offset;
    }
}

} // namespace

void readPiece(const Table& table, std::string_view text, Piece& piece) {
    const auto rows = linesIn(text);
    piece.lines.clear(), piece.faults.clear(), piece.lineCount = 0, piece.clockTimes = false;
    piece.lines.reserve(rows);
    // Columns that lie a multiple of a page apart would all want the same lines of the cache.
    constexpr std::size_t kPage = 4096 / sizeof(double), kAside = 40;
    piece.stride = (rows + kPage - 1) / kPage * kPage + kAside;
    if (const auto room = table.used.size() * piece.stride; piece.cells.size() < room) piece.cells.resize(room);
    std::vector<const char*> ends(table.uses.size());
    const char *p = text.data(), *end = p + text.size();
    while (p < end) {
        const auto* nl = static_cast<const char*>(std::memchr(p, '\n', static_cast<std::size_t>(end - p)));
        const char* stop = nl ? nl : end;
        const char* last = stop > p && stop[-1] == '\r' ? stop - 1 : stop;
        ++piece.lineCount;
        if (last > p && *p != '#') readLine(table, p, last, piece, ends);
        p = stop + 1;
    }
    toSi(table, piece);
}

Table tableOf(CsvHead head) {
    Table t{std::move(head), {}, {}, 0};
    for (const auto& c : t.head.columns) {
        t.uses.push_back({c.factor, c.offset, t.used.size(), c.channel != Channel::Count});
        if (!t.uses.back().used) continue;
        t.needed = t.uses.size();
        t.used.push_back(c.channel);
    }
    return t;
}

} // namespace hl

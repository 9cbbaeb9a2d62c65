// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_cells.h"

#include "core/log/line_stream.h"

#include <algorithm>
#include <chrono>
#include <fast_float/fast_float.h>

namespace hl {
namespace {

std::optional<int> digits(std::string_view s) {
    constexpr std::size_t kMost = 9; // that an int holds
    int n = 0;
    if (s.empty() || s.size() > kMost) return std::nullopt;
    for (const char c : s) {
        if (c < '0' || c > '9') return std::nullopt;
        n = 10 * n + (c - '0');
    }
    return n;
}

/// h:mm:ss.fff or m:ss.fff, with a point or a comma whatever the other cells have.
std::optional<double> parseClock(std::string_view cell) {
    const bool decimalComma = cell.find(',') != std::string_view::npos;
    double total = 0;
    for (int parts = 0;; ++parts) {
        const auto end = cell.find(':');
        const auto part = parseNumber(cell.substr(0, end), decimalComma);
        if (!part || *part < 0 || parts > 2) return std::nullopt;
        total = total * 60 + *part;
        if (end == std::string_view::npos) return parts > 0 ? std::optional(total) : std::nullopt;
        cell.remove_prefix(end + 1);
    }
}

/// 2026-11-24T13:45:12.25Z, with a blank for the T, an offset for the Z, or neither (taken as UTC).
std::optional<double> parseIso(std::string_view cell) {
    if (cell.size() < 16 || cell[4] != '-' || cell[7] != '-') return std::nullopt;
    const auto year = digits(cell.substr(0, 4)), month = digits(cell.substr(5, 2)), day = digits(cell.substr(8, 2));
    if (!year || !month || !day) return std::nullopt;
    const std::chrono::year_month_day date{std::chrono::year(*year), std::chrono::month(static_cast<unsigned>(*month)),
                                           std::chrono::day(static_cast<unsigned>(*day))};
    if (!date.ok()) return std::nullopt;
    constexpr double kMostZoneMin = 24 * 60;
    constexpr int kMostZone = 2400; // as hours and minutes in one number
    auto time = cell.substr(11);
    double ahead = 0;
    if (time.ends_with('Z'))
        time.remove_suffix(1);
    else if (const auto sign = time.find_first_of("+-"); sign != std::string_view::npos) {
        const auto zone = parseClock(time.substr(sign + 1));
        const auto hours = digits(time.substr(sign + 1));
        if (zone ? *zone > kMostZoneMin : !hours || *hours > kMostZone) return std::nullopt;
        ahead = (zone ? *zone * 60 : (*hours > 99 ? (*hours / 100) * 3600 + (*hours % 100) * 60 : *hours * 3600)) *
                (time[sign] == '-' ? -1 : 1);
        time = time.substr(0, sign);
    }
    const auto clock = parseClock(time);
    if (!clock) return std::nullopt;
    const double seconds = time.size() > 5 ? *clock : *clock * 60; // hh:mm alone
    return static_cast<double>(std::chrono::sys_days(date).time_since_epoch().count()) * 86400.0 + seconds - ahead;
}

} // namespace

std::string_view trimmedCell(std::string_view s) {
    while (!s.empty() && (s.front() == ' ' || s.front() == '\t')) s.remove_prefix(1);
    while (!s.empty() && (s.back() == ' ' || s.back() == '\t' || s.back() == '\r')) s.remove_suffix(1);
    if (s.size() >= 2 && s.front() == '"' && s.back() == '"') {
        s = s.substr(1, s.size() - 2);
        while (!s.empty() && s.front() == ' ') s.remove_prefix(1);
        while (!s.empty() && s.back() == ' ') s.remove_suffix(1);
    }
    return s;
}

void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells) {
    cells.clear();
    bool quoted = false;
    std::size_t from = 0;
    for (std::size_t i = 0; i <= line.size(); ++i) {
        if (i < line.size() && line[i] == '"') quoted = !quoted;
        if (i == line.size() || (line[i] == delimiter && !quoted)) {
            cells.push_back(trimmedCell(line.substr(from, i - from)));
            from = i + 1;
        }
    }
}

std::optional<double> parseNumber(std::string_view cell, bool decimalComma) {
    if (!cell.empty() && cell.front() == '+') cell.remove_prefix(1);
    if (cell.empty()) return std::nullopt;
    double value = 0;
    const fast_float::parse_options options{fast_float::chars_format::general, decimalComma ? ',' : '.'};
    const auto [end, ec] = fast_float::from_chars_advanced(cell.data(), cell.data() + cell.size(), value, options);
    if (ec != std::errc{} || end != cell.data() + cell.size() || !std::isfinite(value)) return std::nullopt;
    return value;
}

std::optional<double> parseTime(std::string_view cell, bool decimalComma) {
    if (const auto plain = parseNumber(cell, decimalComma)) return plain;
    if (const auto iso = parseIso(cell)) return iso;
    return parseClock(cell);
}

bool usesDecimalComma(std::string_view body, char delimiter) {
    if (delimiter == ',') return false;
    int commas = 0, points = 0;
    LineReader reader(body);
    std::vector<std::string_view> cells;
    for (int i = 0; i < 50; ++i) {
        const auto line = reader.next();
        if (!line) break;
        splitCells(*line, delimiter, cells);
        for (const auto cell : cells) { // a single mark between digits; "1,234,567" or a date says nothing
            const auto c = std::count(cell.begin(), cell.end(), ','), p = std::count(cell.begin(), cell.end(), '.');
            commas += c == 1 && p == 0 && parseTime(cell, true);
            points += p == 1 && c == 0 && parseTime(cell, false);
        }
    }
    return commas > points;
}

} // namespace hl

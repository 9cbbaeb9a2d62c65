// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_cells.h"

#include <algorithm>
#include <cctype>
#include <fast_float/fast_float.h>

namespace hl {
namespace {

std::string_view trimmed(std::string_view s) {
    while (!s.empty() && (s.front() == ' ' || s.front() == '\t')) s.remove_prefix(1);
    while (!s.empty() && (s.back() == ' ' || s.back() == '\t' || s.back() == '\r')) s.remove_suffix(1);
    if (s.size() >= 2 && s.front() == '"' && s.back() == '"') s = s.substr(1, s.size() - 2);
    return s;
}

} // namespace

std::optional<std::string_view> LineReader::next() {
    if (rest_.empty()) return std::nullopt;
    const auto end = rest_.find('\n');
    auto line = rest_.substr(0, end);
    rest_ = end == std::string_view::npos ? std::string_view{} : rest_.substr(end + 1);
    if (line.ends_with('\r')) line.remove_suffix(1);
    ++line_;
    return line;
}

void splitCells(std::string_view line, char delimiter, std::vector<std::string_view>& cells) {
    cells.clear();
    if (line.find('"') == std::string_view::npos) {
        for (std::size_t from = 0;;) {
            const auto end = line.find(delimiter, from);
            cells.push_back(trimmed(line.substr(from, end == std::string_view::npos ? end : end - from)));
            if (end == std::string_view::npos) return;
            from = end + 1;
        }
    }
    bool quoted = false;
    std::size_t from = 0;
    for (std::size_t i = 0; i <= line.size(); ++i) {
        if (i < line.size() && line[i] == '"') quoted = !quoted;
        if (i == line.size() || (line[i] == delimiter && !quoted)) {
            cells.push_back(trimmed(line.substr(from, i - from)));
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
    if (ec != std::errc{} || end != cell.data() + cell.size()) return std::nullopt;
    return value;
}

std::optional<double> parseTime(std::string_view cell, bool decimalComma) {
    if (const auto plain = parseNumber(cell, decimalComma)) return plain;
    double total = 0;
    int parts = 0;
    for (std::size_t from = 0;; ++parts) {
        const auto end = cell.find(':', from);
        const auto part =
            parseNumber(cell.substr(from, end == std::string_view::npos ? end : end - from), decimalComma);
        if (!part || parts > 2) return std::nullopt;
        total = total * 60 + *part;
        if (end == std::string_view::npos) break;
        from = end + 1;
    }
    return parts > 0 ? std::optional(total) : std::nullopt;
}

bool usesDecimalComma(std::string_view body, char delimiter) {
    if (delimiter == ',') return false;
    int commas = 0, points = 0;
    LineReader reader(body);
    for (int i = 0; i < 50; ++i) {
        const auto line = reader.next();
        if (!line) break;
        commas += static_cast<int>(std::count(line->begin(), line->end(), ','));
        points += static_cast<int>(std::count(line->begin(), line->end(), '.'));
    }
    return commas > points;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/csv_records.h"

#include "core/log/csv_cells.h"

#include <algorithm>
#include <array>

namespace hl {
namespace {

char delimiterOf(std::string_view line) {
    constexpr std::array<char, 3> kAll = {',', ';', '\t'};
    return *std::max_element(kAll.begin(), kAll.end(), [&](char a, char b) {
        return std::count(line.begin(), line.end(), a) < std::count(line.begin(), line.end(), b);
    });
}

/// One cell from `at` on, which is left behind it: at a delimiter, a line end or the end.
std::string cellAt(std::string_view text, std::size_t& at, char delimiter, std::size_t& lines) {
    const auto first = text.find_first_not_of(' ', at);
    std::string cell;
    if (first < text.size() && text[first] == '"') {
        for (at = first + 1; at < text.size(); ++at) {
            if (text[at] == '"') {
                if (at + 1 >= text.size() || text[at + 1] != '"') break;
                ++at;
            }
            lines += text[at] == '\n';
            cell += text[at];
        }
        at = std::min(at + 1, text.size());
        while (at < text.size() && text[at] != delimiter && text[at] != '\n') ++at;
        return cell;
    }
    const auto from = at;
    while (at < text.size() && text[at] != delimiter && text[at] != '\n') ++at;
    return std::string(trimmedCell(text.substr(from, at - from)));
}

} // namespace

std::vector<CsvRecord> csvRecords(std::string_view text) {
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    std::vector<CsvRecord> records;
    char delimiter = 0;
    std::size_t line = 1;
    for (std::size_t at = 0; at < text.size();) {
        const auto whole = text.substr(at, text.find('\n', at) - at);
        if (whole.starts_with('#') || trimmedCell(whole).empty()) {
            at += whole.size() + 1, ++line;
            continue;
        }
        if (delimiter == 0) delimiter = delimiterOf(whole);
        CsvRecord record{line, {}};
        for (bool more = true; more; at += more) {
            record.cells.push_back(cellAt(text, at, delimiter, line));
            more = at < text.size() && text[at] == delimiter;
        }
        ++at, ++line; // behind the line's end
        if (std::any_of(record.cells.begin(), record.cells.end(), [](auto& c) { return !c.empty(); }))
            records.push_back(std::move(record));
    }
    return records;
}

std::string csvLine(const std::vector<std::string>& cells) {
    std::string line;
    for (std::size_t i = 0; i < cells.size(); ++i) {
        if (i > 0) line += ',';
        const auto& cell = cells[i];
        const bool plain = cell.find_first_of(",;\t\"\r\n") == std::string::npos && !cell.starts_with(' ') &&
                           !cell.ends_with(' ') && !cell.starts_with('#');
        if (plain) {
            line += cell;
            continue;
        }
        line += '"';
        for (const char c : cell) line.append(c == '"' ? 2 : 1, c);
        line += '"';
    }
    return line + "\r\n";
}

} // namespace hl

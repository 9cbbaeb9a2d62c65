// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/table_shape.h"

#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kSearched = 400;    // records; what stands above the samples is shorter
constexpr std::size_t kRowsToBelieve = 3; // rows of one shape that make a table
constexpr std::size_t kNamesAbove = 8;    // records above the samples that may hold names, units, descriptions

/// A record of the text: a line, or several where a quoted cell holds line ends.
struct Record {
    std::string_view text;
    std::size_t line = 0, lastLine = 0;
};

std::vector<Record> recordsOf(std::string_view head) {
    std::vector<Record> records;
    LineReader reader(head);
    while (records.size() < kSearched) {
        const auto line = reader.next();
        if (!line) break;
        Record r{*line, reader.lineNumber(), reader.lineNumber()};
        const auto quotes = [&] { return std::count(r.text.begin(), r.text.end(), '"') % 2; };
        for (int joined = 0; quotes() && joined < 4; ++joined) {
            const auto more = reader.next();
            if (!more) break;
            r.text =
                std::string_view(r.text.data(), static_cast<std::size_t>(more->data() + more->size() - r.text.data()));
            r.lastLine = reader.lineNumber();
        }
        if (r.text.starts_with("sep=") && r.text.size() <= 6) continue; // a spreadsheet's note to itself
        records.push_back(r);
    }
    return records;
}

struct Row {
    std::vector<std::string_view> cells;
    std::size_t numbers = 0, words = 0;
    bool blank() const { return numbers + words == 0; }
};

Row rowOf(std::string_view text, char delimiter) {
    Row r;
    splitCells(text, delimiter, r.cells);
    for (const auto cell : r.cells) {
        if (cell.empty()) continue;
        const bool number = parseTime(cell, false) || parseTime(cell, true);
        (number ? r.numbers : r.words) += 1;
    }
    return r;
}

/// Channels counted through (1, 2, 3, ... or from nought) are no sample.
bool countsColumns(const Row& r) {
    if (r.words > 0 || r.numbers < 3 || r.numbers != r.cells.size()) return false;
    const auto first = parseNumber(r.cells.front(), false);
    for (std::size_t i = 0; i < r.cells.size(); ++i) {
        const auto n = parseNumber(r.cells[i], false);
        if (!n || !first || (*first != 0 && *first != 1) || *n != *first + static_cast<double>(i)) return false;
    }
    return true;
}

/// The first of several rows of one width in which numbers prevail, for one delimiter.
struct Body {
    char delimiter = ',';
    std::size_t first = 0, width = 0;
    double numbers = 0; ///< share of the cells that are one
};

std::optional<Body> bodyBy(const std::vector<Record>& records, char delimiter) {
    std::size_t run = 0, first = 0, width = 0;
    double numbers = 0, cells = 0;
    for (std::size_t i = 0; i < records.size(); ++i) {
        if (records[i].text.find_first_not_of(" \t") == std::string_view::npos || records[i].text.starts_with('#'))
            continue;
        const auto r = rowOf(records[i].text, delimiter);
        if (run == 0 && countsColumns(r)) continue;
        const bool samples = r.cells.size() >= 2 && r.numbers >= 1 && 2 * r.numbers >= r.numbers + r.words;
        if (!samples || (run > 0 && r.cells.size() != width)) run = 0;
        if (!samples) continue;
        if (run++ == 0) first = i, width = r.cells.size(), numbers = cells = 0;
        numbers += static_cast<double>(r.numbers), cells += static_cast<double>(r.numbers + r.words);
        if (run >= kRowsToBelieve) return Body{delimiter, first, width, numbers / cells};
    }
    return std::nullopt;
}

std::optional<Body> bodyOf(const std::vector<Record>& records) {
    std::optional<Body> best;
    for (const char delimiter : {';', '\t', '|', ','}) {
        const auto b = bodyBy(records, delimiter);
        if (!b) continue;
        // The right delimiter leaves numbers in the cells; of two that do, the one with more of them.
        const bool better =
            !best || b->numbers > best->numbers + 0.05 || (b->numbers > best->numbers - 0.05 && b->width > best->width);
        if (better) best = b;
    }
    return best;
}

double known(const std::vector<ColumnGuess>& columns) {
    double n = 0;
    for (const auto& c : columns)
        if (c.channel != Channel::Count) n += c.sure ? 1 : 0.4;
    return n;
}

std::string withoutLineEnds(std::string_view cell) {
    std::string out(cell);
    for (char& c : out)
        if (c == '\n' || c == '\r') c = ' ';
    return out;
}

std::vector<ColumnGuess> guesses(const Row& row, std::size_t width) {
    std::vector<ColumnGuess> columns;
    for (std::size_t i = 0; i < std::max(width, row.cells.size()); ++i)
        columns.push_back(guessColumn(i < row.cells.size() ? withoutLineEnds(row.cells[i]) : std::string()));
    return columns;
}

/// Of the records above the samples the one that names most of what is known; where nothing is known, the uppermost of
/// those that are as wide as the samples.
std::optional<std::size_t> namesAbove(const std::vector<Record>& records, const Body& body) {
    std::optional<std::size_t> best, widest;
    double most = 0.9;
    for (std::size_t k = 1; k <= std::min(kNamesAbove, body.first); ++k) {
        const auto i = body.first - k;
        auto text = records[i].text;
        if (text.starts_with('#')) text.remove_prefix(1);
        const auto r = rowOf(text, body.delimiter);
        if (r.words == 0) continue;
        if (2 * r.cells.size() < body.width || r.cells.size() > body.width + 2) continue;
        if (2 * (r.words + r.numbers) < r.cells.size()) continue; // padded, and empty but for a word
        if (r.numbers > r.words) continue;
        widest = i;
        if (const double n = known(guesses(r, body.width)); n >= most) most = n, best = i;
    }
    return best ? best : widest;
}

/// Rows between the names and the samples: units ("s;km/h;%"), descriptions, channel numbers.
void takeRowsBelow(const std::vector<Record>& records, std::size_t names, const Body& body, TableShape& t) {
    for (auto i = names + 1; i < body.first; ++i) {
        const auto r = rowOf(records[i].text, body.delimiter);
        for (std::size_t k = 0; k < std::min(r.cells.size(), t.columns.size()); ++k) {
            if (r.cells[k].empty() || r.cells[k].size() > 24) continue;
            if (t.columns[k].channel != Channel::Count ? takeUnit(t.columns[k], r.cells[k]) : false) continue;
            if (t.columns[k].unit.empty() && isUnit(r.cells[k])) t.columns[k].unit = r.cells[k];
        }
    }
}

/// Too few rows to tell a table by its shape: the record whose names are known best, if any are.
std::optional<TableShape> shapeByNames(const std::vector<Record>& records, std::string_view head) {
    TableShape best;
    double most = 1.3; // one recognised word may be chance
    std::size_t at = 0;
    for (std::size_t i = 0; i < records.size(); ++i)
        for (const char delimiter : {',', ';', '\t', '|'}) {
            if (records[i].text.find(delimiter) == std::string_view::npos) continue;
            const auto columns = guesses(rowOf(records[i].text, delimiter), 0);
            if (const double n = known(columns); n > most) {
                most = n, at = i, best.delimiter = delimiter, best.columns = columns;
                best.headerLine = records[i].line;
            }
        }
    if (best.columns.empty()) return std::nullopt;
    Body body{best.delimiter, at + 1, best.columns.size(), 0};
    while (body.first < records.size() && body.first < at + 4 &&
           rowOf(records[body.first].text, best.delimiter).numbers == 0)
        ++body.first;
    const bool samples = body.first < records.size() && rowOf(records[body.first].text, best.delimiter).numbers > 0;
    if (!samples) body.first = at + 1;
    takeRowsBelow(records, at, body, best);
    best.samplesLine = records[body.first - 1].lastLine;
    const auto from = static_cast<std::size_t>(records[at].text.data() + records[at].text.size() - head.data());
    best.decimalComma = usesDecimalComma(head.substr(std::min(from, head.size())), best.delimiter);
    return best;
}

} // namespace

std::optional<TableShape> tableShape(std::string_view head) {
    const auto records = recordsOf(head);
    const auto body = bodyOf(records);
    if (!body) return shapeByNames(records, head);
    TableShape t;
    t.delimiter = body->delimiter;
    t.samplesLine = records[body->first].line - 1;
    const auto names = namesAbove(records, *body);
    if (names) {
        auto text = records[*names].text;
        if (text.starts_with('#')) text.remove_prefix(1);
        t.headerLine = records[*names].line;
        t.columns = guesses(rowOf(text, body->delimiter), body->width);
        // A row below the names that holds a number is a sample, if a broken one; it is told as such.
        auto below = *body;
        for (auto i = body->first; i-- > *names + 1;)
            if (const auto r = rowOf(records[i].text, body->delimiter); r.numbers > 0 && !countsColumns(r))
                below.first = i;
        t.samplesLine = records[below.first].line - 1;
        takeRowsBelow(records, *names, below, t);
    } else
        t.columns = guesses({}, body->width);
    for (std::size_t i = 0; i < t.columns.size(); ++i)
        if (t.columns[i].header.empty()) t.columns[i].header = "column " + std::to_string(i + 1);
    const auto from = static_cast<std::size_t>(records[body->first].text.data() - head.data());
    t.decimalComma = usesDecimalComma(head.substr(from), t.delimiter);
    return t;
}

} // namespace hl

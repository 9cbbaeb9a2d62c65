// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/csv_head.h"

#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::size_t kHeaderSearchLines = 120; // metadata blocks before the header are shorter than this

std::vector<ColumnGuess> guesses(std::string_view line, char delimiter) {
    std::vector<std::string_view> cells;
    splitCells(line, delimiter, cells);
    std::vector<ColumnGuess> columns;
    for (const auto cell : cells) columns.push_back(guessColumn(cell));
    return columns;
}

double known(const std::vector<ColumnGuess>& columns) {
    double n = 0;
    for (const auto& c : columns)
        if (c.channel != Channel::Count) n += c.sure ? 1 : 0.4;
    return n;
}

CsvHead bestHeader(LineReader reader) {
    CsvHead best;
    double bestKnown = 1.3; // one recognised word may be chance
    int samples = 0;
    for (std::size_t i = 0; i < kHeaderSearchLines; ++i) {
        auto line = reader.next();
        if (!line) break;
        if (line->starts_with('#')) line->remove_prefix(1);
        const auto letters = std::count_if(line->begin(), line->end(), [](unsigned char c) { return std::isalpha(c); });
        if (letters == 0) { // samples: a header does not stand below them
            if (!line->empty() && !best.columns.empty() && ++samples >= 3) break;
            continue;
        }
        for (const char delimiter : {',', ';', '\t', '|'}) {
            if (line->find(delimiter) == std::string_view::npos) continue;
            auto columns = guesses(*line, delimiter);
            if (const double k = known(columns); k > bestKnown) {
                bestKnown = k;
                best.delimiter = delimiter, best.headerLine = best.samplesLine = reader.lineNumber();
                best.columns = std::move(columns);
            }
        }
    }
    return best;
}

bool isNumberRow(const std::vector<std::string_view>& cells, bool decimalComma) {
    return std::any_of(cells.begin(), cells.end(), [&](auto c) { return parseTime(c, decimalComma).has_value(); });
}

/// Rows between the header and the samples: units ("s;km/h;%"), descriptions, channel numbers.
void takeRowsBelow(LineReader reader, CsvHead& head) {
    std::vector<std::string_view> cells;
    for (int i = 0; i < 4; ++i) {
        const auto line = reader.next();
        if (!line) return;
        splitCells(*line, head.delimiter, cells);
        const bool blank = std::all_of(cells.begin(), cells.end(), [](auto c) { return c.empty(); });
        if (!blank && isNumberRow(cells, head.decimalComma)) return;
        for (std::size_t k = 0; !blank && k < std::min(cells.size(), head.columns.size()); ++k)
            if (head.columns[k].channel != Channel::Count && !cells[k].empty()) takeUnit(head.columns[k], cells[k]);
        head.samplesLine = reader.lineNumber();
    }
}

/// "Sample Rate,100" or "Frequency;50 Hz" above the header.
double rateAbove(LineReader reader, std::size_t headerLine) {
    std::vector<std::string_view> cells;
    while (reader.lineNumber() + 1 < headerLine) {
        const auto line = reader.next();
        if (!line) break;
        std::string lower;
        for (const char c : *line) lower += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        if (lower.find("rate") == std::string::npos && lower.find("freq") == std::string::npos &&
            lower.find("hz") == std::string::npos)
            continue;
        const auto from = line->find_first_of("0123456789");
        if (from == std::string_view::npos) continue;
        auto number = line->substr(from);
        number = number.substr(0, number.find_first_not_of("0123456789."));
        if (const auto hz = parseNumber(number, false); hz && *hz >= 0.5 && *hz <= 10000) return *hz;
    }
    return 0;
}

void applyChoices(CsvHead& head, const std::vector<ColumnChoice>& choices) {
    for (const auto& choice : choices)
        for (auto& c : head.columns) {
            if (c.header != choice.header) continue;
            c.channel = choice.channel, c.sure = true, c.unitGiven = false, c.factor = 1, c.unit.clear();
            c.reason = "chosen";
            if (!choice.unit.empty() && takeUnit(c, choice.unit)) c.reason = "chosen, in " + choice.unit;
        }
}

bool has(const CsvHead& head, Channel c) {
    return std::any_of(head.columns.begin(), head.columns.end(), [c](const ColumnGuess& g) { return g.channel == c; });
}

} // namespace

Result<CsvHead> findCsvHead(std::string_view text, const LogInput& in) {
    auto head = bestHeader(LineReader(text));
    if (head.columns.empty())
        return Error{"log.no-header", "no header row was recognised in the first lines", in.fileName,
                     "column names such as time, distance, speed, throttle, brake, gear"};
    LineReader below(text);
    while (below.lineNumber() < head.headerLine) below.next();
    head.decimalComma = usesDecimalComma(below.rest(), head.delimiter);
    takeRowsBelow(below, head);
    applyChoices(head, in.choices);
    keepOneEach(head.columns);
    for (const auto& c : head.columns)
        if (c.channel != Channel::Count && !c.sure)
            head.notes.push_back({head.headerLine, "column \"" + c.header + "\" " + c.reason + "; check it"});
    if (has(head, Channel::Time)) return head;
    if (head.rateHz = rateAbove(LineReader(text), head.headerLine); head.rateHz > 0) {
        head.time = TimeBy::Rate;
        head.notes.push_back({0, "no time column; the time is counted from the sample rate"});
        return head;
    }
    if (has(head, Channel::Distance) && has(head, Channel::Speed)) {
        head.time = TimeBy::Driving;
        head.notes.push_back({0, "no time column; the time is worked out from distance and speed"});
        return head;
    }
    return Error{"log.no-time", "the log has no time column", in.fileName + ", line " + std::to_string(head.headerLine),
                 "a column named time, a sample rate above the header, or both distance and speed"};
}

} // namespace hl

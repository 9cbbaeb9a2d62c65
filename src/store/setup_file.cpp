// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/setup_file.h"

#include "core/log/csv_cells.h"
#include "core/log/line_stream.h"
#include "store/csv_records.h"
#include "store/files.h"
#include "store/json_view.h"
#include "store/plain_text.h"

#include <algorithm>
#include <array>
#include <cctype>

namespace hl {
namespace fs = std::filesystem;
namespace {

using json = nlohmann::ordered_json;

enum class Column { None, Name, Value, Unit, Usual, Why, If, Then, Step };

std::string lowered(std::string_view s) {
    std::string out;
    for (const char c : s)
        if (c != ' ' && c != '_' && c != '-') out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

Column columnOf(std::string_view header) {
    constexpr std::pair<std::string_view, Column> kNames[] = {
        {"name", Column::Name},      {"setting", Column::Name},   {"parameter", Column::Name},
        {"item", Column::Name},      {"what", Column::Name},      {"adjustment", Column::Name},
        {"value", Column::Value},    {"set", Column::Value},      {"setto", Column::Value},
        {"current", Column::Value},  {"unit", Column::Unit},      {"units", Column::Unit},
        {"usual", Column::Usual},    {"default", Column::Usual},  {"baseline", Column::Usual},
        {"base", Column::Usual},     {"standard", Column::Usual}, {"stock", Column::Usual},
        {"why", Column::Why},        {"reason", Column::Why},     {"notes", Column::Why},
        {"note", Column::Why},       {"comment", Column::Why},    {"if", Column::If},
        {"when", Column::If},        {"symptom", Column::If},     {"then", Column::Then},
        {"direction", Column::Then}, {"change", Column::Then},    {"step", Column::Step},
        {"by", Column::Step}};
    const auto bare = lowered(header);
    for (const auto& [name, column] : kNames)
        if (bare == name) return column;
    return Column::None;
}

/// "26.5 psi" in one cell, where no column has the unit.
void partUnit(SetupRow& row) {
    if (!row.unit.empty()) return;
    const auto end = row.value.find_last_of("0123456789");
    if (end == std::string::npos || end + 1 >= row.value.size()) return;
    const auto number = row.value.substr(0, end + 1);
    const auto unit = std::string(trimmedCell(std::string_view(row.value).substr(end + 1)));
    const bool comma = number.find(',') != std::string::npos;
    if (!parseNumber(trimmedCell(number), comma) || unit.empty() || unit.size() > 8) return;
    row.value = trimmedCell(number), row.unit = unit;
}

std::optional<bool> upFrom(std::string_view word) {
    const auto w = lowered(word);
    for (const auto* up : {"up", "more", "higher", "raise", "increase", "+", "stiffer", "plus"})
        if (w == up) return true;
    for (const auto* down : {"down", "less", "lower", "reduce", "decrease", "softer", "minus"})
        if (w == down) return false;
    if (word == "-" || word == "\u2212") return false;
    return std::nullopt;
}

Error bad(const std::string& what, const std::string& where, const std::string& expected) {
    return {"setup.bad-value", what, where, expected};
}

Result<SetupSheet> fromTable(std::string_view text, const std::string& file) {
    const auto records = csvRecords(text);
    if (records.empty()) return Error{"setup.empty", "the sheet has no rows", file, "a header, then a row a setting"};
    std::vector<Column> columns;
    for (const auto& h : records.front().cells) columns.push_back(columnOf(h));
    auto first = records.begin() + 1;
    if (std::find(columns.begin(), columns.end(), Column::Name) == columns.end()) {
        // Two or three columns without a header are names, values, units.
        const bool known = std::any_of(columns.begin(), columns.end(), [](Column c) { return c != Column::None; });
        if (known || columns.size() < 2 || columns.size() > 3)
            return Error{"setup.no-names", "no column says what is set",
                         file + ":" + std::to_string(records.front().line),
                         "a column called name, and one called value"};
        columns = {Column::Name, Column::Value, Column::Unit};
        first = records.begin();
    }
    SetupSheet sheet;
    for (auto record = first; record != records.end(); ++record) {
        SetupRow row;
        std::string when, then, step;
        std::string* const places[] = {nullptr,  &row.name, &row.value, &row.unit, &row.usual,
                                       &row.why, &when,     &then,      &step};
        for (std::size_t i = 0; i < std::min(record->cells.size(), columns.size()); ++i)
            if (auto* to = places[static_cast<std::size_t>(columns[i])]) *to = record->cells[i];
        const auto where = file + ":" + std::to_string(record->line);
        if (!row.name.empty()) {
            partUnit(row);
            sheet.push_back(std::move(row));
        } else if (when.empty()) // a group's heading, or a row that sets nothing
            continue;
        if (when.empty()) continue;
        if (sheet.empty()) return bad("\"if\" stands before any row", where, "the name of what is set");
        const auto up = upFrom(then);
        if (!up) return bad("\"" + then + "\" is no direction", where, "up or down");
        sheet.back().rules.push_back({when, *up, step});
    }
    return sheet;
}

std::string wordOf(const json& v) {
    if (v.is_string()) return v.get<std::string>();
    if (v.is_boolean()) return v.get<bool>() ? "on" : "off";
    return v.is_null() ? "" : dumped(v, -1);
}

std::string memberOf(const json& object, Column column) {
    for (const auto& [member, value] : object.items())
        if (columnOf(member) == column && value.is_primitive()) return wordOf(value);
    return {};
}

Result<SetupRow> rowFrom(const json& object, const std::string& where) {
    SetupRow row;
    row.name = memberOf(object, Column::Name), row.value = memberOf(object, Column::Value);
    row.unit = memberOf(object, Column::Unit), row.usual = memberOf(object, Column::Usual);
    row.why = memberOf(object, Column::Why);
    if (row.name.empty()) return Error{"setup.no-names", "a row does not say what is set", where, "a member \"name\""};
    partUnit(row);
    if (const auto rules = object.find("rules"); rules != object.end() && rules->is_array())
        for (const auto& r : *rules) {
            const auto then = r.is_object() ? memberOf(r, Column::Then) : std::string();
            const auto up = upFrom(then);
            if (!up) return bad("\"" + then + "\" is no direction", where + ".rules", "\"then\": \"up\" or \"down\"");
            row.rules.push_back({memberOf(r, Column::If), *up, memberOf(r, Column::Step)});
        }
    return row;
}

/// Names and values, in groups or not: {"tyres": {"front pressure": 26.5}} is "tyres: front pressure".
void takeMembers(const json& object, const std::string& group, SetupSheet& sheet) {
    for (const auto& [member, value] : object.items()) {
        const auto name = group.empty() ? member : group + ": " + member;
        if (value.is_object())
            takeMembers(value, name, sheet);
        else if (value.is_primitive()) {
            SetupRow row;
            row.name = name, row.value = wordOf(value);
            partUnit(row);
            sheet.push_back(std::move(row));
        }
    }
}

Result<SetupSheet> fromJson(std::string_view text, const std::string& file) {
    const auto read = parsedJson(text, file, "setup.not-json", "a set-up sheet, see docs/formats.md");
    if (!read) return read.error();
    const json* rows = &*read;
    if (rows->is_object())
        for (const auto* member : {"setup", "rows", "settings"})
            if (const auto there = rows->find(member); there != rows->end()) {
                rows = &*there;
                break;
            }
    SetupSheet sheet;
    if (rows->is_object()) {
        takeMembers(*rows, "", sheet);
        return sheet;
    }
    if (!rows->is_array())
        return Error{"setup.no-names", "holds no rows", file, "a list of rows, or names with their values"};
    for (std::size_t i = 0; i < rows->size(); ++i) {
        const auto where = file + ": row " + std::to_string(i + 1);
        if (!(*rows)[i].is_object()) return bad("is no row", where, "an object with name and value");
        auto row = rowFrom((*rows)[i], where);
        if (!row) return row.error();
        sheet.push_back(std::move(*row));
    }
    return sheet;
}

std::string asTable(const SetupSheet& sheet) {
    auto text = csvLine({"name", "value", "unit", "usual", "why", "if", "then", "step"});
    for (const auto& row : sheet) {
        std::vector<std::string> cells{row.name, row.value, row.unit, row.usual, row.why};
        if (row.rules.empty()) cells.insert(cells.end(), 3, "");
        for (std::size_t i = 0; i < row.rules.size(); ++i) {
            const auto& r = row.rules[i];
            if (i > 0) text += csvLine(cells), cells.assign(5, ""); // further rules stand under their row
            cells.insert(cells.end(), {r.when, r.up ? "up" : "down", r.step});
        }
        text += csvLine(cells);
    }
    return text;
}

std::string asJson(const SetupSheet& sheet) {
    json rows = json::array();
    for (const auto& r : sheet) {
        json rules = json::array();
        for (const auto& rule : r.rules)
            rules.push_back({{"if", rule.when}, {"then", rule.up ? "up" : "down"}, {"step", rule.step}});
        rows.push_back({{"name", r.name},
                        {"value", r.value},
                        {"unit", r.unit},
                        {"usual", r.usual},
                        {"why", r.why},
                        {"rules", std::move(rules)}});
    }
    return json{{"setup", std::move(rows)}}.dump(1, ' ', false, json::error_handler_t::replace) + "\n";
}

} // namespace

Result<SetupSheet> parseSetup(std::string_view text, const std::string& file) {
    const auto first = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    const bool isJson = first != std::string_view::npos && (text[first] == '{' || text[first] == '[');
    auto sheet = isJson ? fromJson(text.substr(first), file) : fromTable(text, file);
    if (sheet && sheet->empty())
        return Error{"setup.empty", "the sheet has no rows", file, "at least one name with its value"};
    return sheet;
}

Result<SetupSheet> readSetup(const fs::path& path) {
    const auto text = readPlainText(path);
    if (!text) return text.error();
    return parseSetup(*text, path.string());
}

Status writeSetup(const fs::path& path, const SetupSheet& sheet) {
    return writeFile(path, lowered(path.extension().string()) == ".json" ? asJson(sheet) : asTable(sheet));
}

} // namespace hl

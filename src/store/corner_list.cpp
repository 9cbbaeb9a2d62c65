// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/corner_list.h"

#include "core/log/csv_cells.h"
#include "core/track/plane.h"
#include "store/files.h"
#include "store/json_view.h"
#include "store/plain_text.h"
#include "store/track_place.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
using Row = ListedCorner;

std::string lower(std::string_view s) {
    std::string out(s);
    std::transform(out.begin(), out.end(), out.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return out;
}

enum class Column { None, Number, Name, Side, Start, TurnIn, Apex, End };

Column columnOf(const std::string& header) {
    constexpr std::pair<std::string_view, Column> kNames[] = {
        {"number", Column::Number},  {"no", Column::Number},        {"nr", Column::Number},
        {"corner", Column::Number},  {"turn", Column::Number},      {"name", Column::Name},
        {"side", Column::Side},      {"direction", Column::Side},   {"start_m", Column::Start},
        {"start", Column::Start},    {"turn_in_m", Column::TurnIn}, {"turn_in", Column::TurnIn},
        {"turn-in", Column::TurnIn}, {"apex_m", Column::Apex},      {"apex", Column::Apex},
        {"at_m", Column::Apex},      {"end_m", Column::End},        {"end", Column::End},
        {"exit_m", Column::End}};
    for (const auto& [name, column] : kNames)
        if (header == name) return column;
    return Column::None;
}

Error bad(const std::string& what, const std::string& file, const std::string& expected) {
    return {"corner-list.bad-value", what, file, expected};
}

std::optional<Side> sideOf(const std::string& word) {
    if (word == "left" || word == "l") return Side::Left;
    if (word == "right" || word == "r") return Side::Right;
    return std::nullopt;
}

Status put(Row& row, Column column, std::string_view cell, bool comma, const std::string& where) {
    if (cell.empty() || column == Column::None) return Done{};
    if (column == Column::Name) {
        row.name = cell;
        for (std::size_t at = 0; (at = row.name.find("\"\"", at)) != std::string::npos; ++at) row.name.erase(at, 1);
        return Done{};
    }
    if (column == Column::Side) {
        row.side = sideOf(lower(cell));
        return row.side ? Status(Done{})
                        : Status(bad("\"" + std::string(cell) + "\" is not a side", where, "left or right"));
    }
    const auto value = parseNumber(cell, comma);
    if (!value || !std::isfinite(*value))
        return bad("\"" + std::string(cell) + "\" is not a number", where,
                   column == Column::Number ? "a corner's number" : "metres from the timing line");
    switch (column) {
    case Column::Number: row.number = static_cast<int>(std::lround(std::clamp(*value, 0.0, 1e6))); break;
    case Column::Start: row.startM = *value; break;
    case Column::TurnIn: row.turnInM = *value; break;
    case Column::Apex: row.apexM = *value; break;
    default: row.endM = *value; break;
    }
    return Done{};
}

char delimiterOf(std::string_view head) {
    constexpr std::array<char, 3> kAll = {',', ';', '\t'};
    return *std::max_element(kAll.begin(), kAll.end(), [&](char a, char b) {
        return std::count(head.begin(), head.end(), a) < std::count(head.begin(), head.end(), b);
    });
}

Result<std::vector<Row>> parseTable(std::string_view text, const std::string& file) {
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    std::vector<Row> rows;
    std::vector<Column> columns;
    std::vector<std::string_view> cells;
    char delimiter = ',';
    bool comma = false;
    for (int line = 1; !text.empty(); ++line) {
        const auto end = std::min(text.find('\n'), text.size());
        auto one = text.substr(0, end); // a tab at its start is an empty cell
        if (one.ends_with('\r')) one.remove_suffix(1);
        text.remove_prefix(std::min(end + 1, text.size()));
        if (trimmedCell(one).empty() || one.front() == '#') continue;
        if (columns.empty()) {
            delimiter = delimiterOf(one), comma = delimiter != ',' && usesDecimalComma(text, delimiter);
            splitCells(one, delimiter, cells);
            for (const auto cell : cells) columns.push_back(columnOf(lower(cell)));
            if (std::none_of(columns.begin(), columns.end(), [](Column c) { return c >= Column::Start; }))
                return Error{"corner-list.no-place", "the header names no place", file + ":" + std::to_string(line),
                             "a column apex_m, or start_m and end_m"};
            continue;
        }
        splitCells(one, delimiter, cells);
        Row row;
        for (std::size_t i = 0; i < std::min(cells.size(), columns.size()); ++i)
            if (auto done = put(row, columns[i], cells[i], comma, file + ":" + std::to_string(line)); !done)
                return done.error();
        if (!row.apexM && !(row.startM && row.endM))
            return Error{"corner-list.no-place", "a corner has no place", file + ":" + std::to_string(line),
                         "apex_m, or start_m and end_m"};
        rows.push_back(std::move(row));
    }
    return rows;
}

Result<std::vector<Row>> parseFeatures(std::string_view text, const std::string& file) {
    const auto j =
        parsedJson(text, file, "corner-list.not-json", "a GeoJSON feature collection, or a table with a header");
    if (!j) return j.error();
    std::optional<Error> wrong;
    std::vector<Row> rows;
    for (const auto& feature : JsonView(*j, "", wrong).at("features").list()) {
        const auto p = feature.find("properties");
        if (!p || p->text("role", "") != "corner") continue;
        Row r;
        r.number = p->whole("number", 0), r.name = p->text("name", ""), r.side = sideOf(p->text("side", ""));
        const auto place = [&](const char* key, std::optional<double>& to) {
            if (const auto there = p->find(key)) to = there->number();
        };
        place("start_m", r.startM), place("turn_in_m", r.turnInM), place("at_m", r.apexM), place("apex_m", r.apexM),
            place("end_m", r.endM);
        if (!wrong && !r.apexM && !(r.startM && r.endM))
            return Error{"corner-list.no-place", "corner " + std::to_string(r.number) + " has no place",
                         file + ": " + p->place(), "apex_m, or start_m and end_m"};
        rows.push_back(std::move(r));
    }
    if (wrong) return bad(wrong->what, file + ": " + wrong->where, wrong->expected);
    return rows;
}

double placeOf(const Row& r) { return r.apexM ? *r.apexM : (*r.startM + *r.endM) / 2; }

Corner onLap(const Row& r, const LapTrace& t, const std::vector<Corner>& found) {
    const double place = placeOf(r);
    const Corner* near = nullptr;
    for (const auto& c : found)
        if (place > c.turnInM - 40 && place < c.endM + 20 &&
            (!near || std::abs(c.apexM - place) < std::abs(near->apexM - place)))
            near = &c;
    constexpr double kAlone = 45; // m to either side of a place where the lap hardly turns
    const double from = r.startM.value_or(near ? near->startM : place - 2 * kAlone),
                 to = r.endM.value_or(near ? near->endM : place + kAlone);
    auto c = cornerBetween(t, r.turnInM.value_or(near ? near->turnInM : place - kAlone), to);
    if (near) static_cast<CornerShape&>(c) = *near;
    c.startM = from, c.endM = to;
    if (r.side) c.side = *r.side;
    if (r.turnInM || near) c.turnInM = r.turnInM ? *r.turnInM : near->turnInM;
    if (r.apexM || near) c.apexM = r.apexM ? *r.apexM : near->apexM;
    c.turnInM = std::clamp(c.turnInM, c.startM, c.endM), c.apexM = std::clamp(c.apexM, c.turnInM, c.endM);
    return c;
}

} // namespace

Result<std::vector<ListedCorner>> parseCornerList(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    const auto first = text.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    auto rows =
        first != std::string_view::npos && text[first] == '{' ? parseFeatures(text, file) : parseTable(text, file);
    if (!rows) return rows;
    if (rows->empty()) return Error{"corner-list.empty", "lists no corner", file, "a row for each corner"};
    std::stable_sort(rows->begin(), rows->end(), [](const Row& a, const Row& b) { return placeOf(a) < placeOf(b); });
    int last = 0;
    for (std::size_t i = 0; i < rows->size(); ++i) {
        auto& r = (*rows)[i];
        if (r.number == 0) r.number = last + 1;
        if (r.number <= last)
            return Error{"corner-list.order",
                         "corner " + std::to_string(r.number) + " comes after corner " + std::to_string(last), file,
                         "numbers that rise along the lap"};
        if (i > 0 && placeOf(r) - placeOf((*rows)[i - 1]) < 1)
            return Error{"corner-list.order",
                         "corners " + std::to_string(last) + " and " + std::to_string(r.number) + " are at one place",
                         file, "a place for each"};
        last = r.number;
    }
    return rows;
}

Result<std::vector<ListedCorner>> readCornerList(const std::filesystem::path& path) {
    auto text = readPlainText(path);
    if (!text) return text.error();
    return parseCornerList(*text, path.string());
}

Result<std::vector<Corner>> listedOnLap(const std::vector<ListedCorner>& list, const LapTrace& t) {
    const auto found = findCorners(t, nullptr);
    if (!found) return found.error();
    std::vector<Corner> corners;
    for (const auto& r : list) {
        if (placeOf(r) < 0 || placeOf(r) >= t.lengthM)
            return Error{"corner-list.beyond",
                         "corner " + std::to_string(r.number) + " lies at " + std::to_string(std::lround(placeOf(r))) +
                             " m",
                         "", "a place on this lap of " + std::to_string(std::lround(t.lengthM)) + " m"};
        auto c = onLap(r, t, *found);
        c.number = r.number, c.name = r.name, c.id = {static_cast<int>(corners.size()) + 1};
        corners.push_back(std::move(c));
    }
    for (std::size_t i = 1; i < corners.size(); ++i) { // what was filled in gives way to what was listed
        auto &a = corners[i - 1], &b = corners[i];
        if (a.endM <= b.startM) continue;
        const double at =
            list[i].startM
                ? *list[i].startM
                : (list[i - 1].endM ? *list[i - 1].endM : std::clamp(a.endM, a.apexM, std::max(a.apexM, b.turnInM)));
        a.endM = std::max(a.apexM, std::min(at, b.apexM)), b.startM = a.endM, b.turnInM = std::max(b.turnInM, b.startM);
        b.apexM = std::max(b.apexM, b.turnInM);
    }
    return corners;
}

Status writeCornerList(const std::filesystem::path& path, const std::vector<Corner>& corners, const Track* track) {
    const auto metres = [](double m) { return rounded(m, 2); };
    if (lower(path.extension().string()) == ".csv") {
        std::string out = "number,name,side,start_m,turn_in_m,apex_m,end_m\n";
        for (const auto& c : corners) {
            auto named = c.name;
            for (std::size_t at = 0; (at = named.find('"', at)) != std::string::npos; at += 2) named.insert(at, 1, '"');
            out += std::to_string(c.number) + ",\"" + named + "\"," + std::string(name(c.side));
            for (const double m : {c.startM, c.turnInM, c.apexM, c.endM}) out += "," + json(metres(m)).dump();
            out += "\n";
        }
        return writeFile(path, out);
    }
    json features = json::array();
    for (const auto& c : corners) {
        json geometry = nullptr;
        if (track) geometry = {{"type", "Point"}, {"coordinates", placeJson(*track, onRoad(*track, c.apexM, 0, 0))}};
        features.push_back({{"type", "Feature"},
                            {"geometry", geometry},
                            {"properties",
                             {{"role", "corner"},
                              {"number", c.number},
                              {"name", c.name},
                              {"side", name(c.side)},
                              {"start_m", metres(c.startM)},
                              {"turn_in_m", metres(c.turnInM)},
                              {"at_m", metres(c.apexM)},
                              {"end_m", metres(c.endM)}}}});
    }
    return writeFile(path, json{{"type", "FeatureCollection"}, {"features", features}}.dump(
                               1, ' ', false, json::error_handler_t::replace) +
                               "\n");
}

} // namespace hl

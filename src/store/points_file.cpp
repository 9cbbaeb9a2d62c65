// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/points_file.h"

#include "core/log/csv_cells.h"
#include "store/csv_records.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace hl {
namespace {

enum Column : std::size_t { FilmS, X, Y, At, Left, Up, kColumns };
constexpr std::array<std::string_view, kColumns> kHeaders = {"film_s", "x_px", "y_px", "at_m", "left_m", "up_m"};

Error wrong(std::string what, std::string_view file, std::size_t line, std::string expected) {
    return {"points.bad-value", std::move(what), std::string(file) + ":" + std::to_string(line), std::move(expected)};
}

Result<std::vector<CameraPin>> parse(std::string_view csv, std::string_view file, bool pixels) {
    const auto records = csvRecords(csv);
    const std::string wanted = pixels ? "film_s,x_px,y_px,at_m,left_m,up_m" : "film_s,at_m,left_m,up_m";
    if (records.empty()) return Error{"points.no-column", "holds no table", std::string(file), wanted};
    std::array<int, kColumns> where{};
    for (std::size_t c = 0; c < kColumns; ++c) {
        const auto& cells = records.front().cells;
        const auto it = std::find_if(cells.begin(), cells.end(),
                                     [&](const std::string& cell) { return trimmedCell(cell) == kHeaders[c]; });
        where[c] = it == cells.end() ? -1 : static_cast<int>(it - cells.begin());
        const bool needed = c == FilmS || c == At || (pixels && (c == X || c == Y));
        if (needed && where[c] < 0)
            return Error{"points.no-column", "has no column " + std::string(kHeaders[c]), std::string(file), wanted};
    }
    std::vector<CameraPin> out;
    for (std::size_t r = 1; r < records.size(); ++r) {
        std::array<double, kColumns> v{};
        for (std::size_t c = 0; c < kColumns; ++c) {
            if (where[c] < 0 || (!pixels && (c == X || c == Y))) continue;
            const auto i = static_cast<std::size_t>(where[c]);
            const auto& cells = records[r].cells;
            const auto cell = i < cells.size() ? trimmedCell(cells[i]) : std::string_view();
            if (cell.empty() && (c == Left || c == Up)) continue;
            const auto number = parseNumber(cell, false);
            if (!number || !std::isfinite(*number))
                return wrong("\"" + std::string(cell) + "\" is no " + std::string(kHeaders[c]), file, records[r].line,
                             "a number");
            v[c] = *number;
        }
        out.push_back({at<FootageTime>(v[FilmS]), v[X], v[Y], OnRoad{v[At], v[At], v[Left], v[Up]}});
    }
    return out;
}

} // namespace

Result<std::vector<CameraPin>> parsePins(std::string_view csv, std::string_view file) { return parse(csv, file, true); }
Result<std::vector<CameraPin>> parsePoints(std::string_view csv, std::string_view file) {
    return parse(csv, file, false);
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/film_cache.h"

#include "core/log/csv_cells.h"
#include "core/units/fingerprint.h"
#include "core/units/numbers.h"
#include "store/csv_records.h"
#include "store/files.h"

#include <algorithm>
#include <cmath>
#include <sstream>

namespace hl {
namespace fs = std::filesystem;
namespace {

using Rows = std::vector<std::vector<double>>;

fs::path place(const fs::path& guide, const std::string& name) { return guide / "cache" / (name + ".csv"); }

Status keep(const fs::path& guide, const std::string& name, const std::string& key, const Rows& rows) {
    std::ostringstream out;
    out.precision(9);
    out << "key," << fingerprint(key) << '\n';
    for (const auto& row : rows) {
        for (std::size_t i = 0; i < row.size(); ++i) {
            if (i > 0) out << ',';
            if (std::isfinite(row[i])) out << row[i];
        }
        out << '\n';
    }
    if (auto made = makeFolder(guide / "cache"); !made) return made;
    return writeFile(place(guide, name), out.str());
}

std::optional<Rows> kept(const fs::path& guide, const std::string& name, const std::string& key, std::size_t columns) {
    std::error_code ec;
    if (!fs::exists(place(guide, name), ec)) return std::nullopt;
    const auto text = readFile(place(guide, name));
    if (!text) return std::nullopt;
    std::istringstream in(*text);
    std::string line;
    if (!std::getline(in, line) || line != "key," + fingerprint(key)) return std::nullopt;
    Rows rows;
    while (std::getline(in, line)) {
        std::vector<double> row;
        std::istringstream cells(line);
        for (std::string cell; row.size() < columns && std::getline(cells, cell, ',');)
            row.push_back(cell.empty() ? kNaN : parseNumber(cell, false).value_or(kNaN));
        row.resize(columns, kNaN);
        rows.push_back(std::move(row));
    }
    return rows;
}

std::string besideName(ReferenceId thing) { return "beside-" + std::to_string(thing.value); }
std::string followedName(MarkerId marker) { return "followed-" + std::to_string(marker.value); }

} // namespace

Status keepShake(const fs::path& guide, const std::string& key, const Shake& shake) {
    Rows rows;
    for (std::size_t i = 0; i < shake.filmS.size(); ++i)
        rows.push_back({shake.filmS[i], shake.turned[i].yaw, shake.turned[i].pitch, shake.turned[i].roll});
    return keep(guide, "shake", key, rows);
}

std::optional<Shake> keptShake(const fs::path& guide, const std::string& key) {
    const auto rows = kept(guide, "shake", key, 4);
    if (!rows) return std::nullopt;
    Shake shake;
    for (const auto& r : *rows) {
        for (const double v : r)
            if (!std::isfinite(v)) return std::nullopt;
        if (!shake.filmS.empty() && r[0] <= shake.filmS.back()) return std::nullopt;
        shake.filmS.push_back(r[0]), shake.turned.push_back({r[1], r[2], r[3]});
    }
    return shake;
}

Status keepBonnet(const fs::path& guide, const std::string& key, const std::vector<double>& rows) {
    Rows out;
    for (const double r : rows) out.push_back({r, 0});
    return keep(guide, "bonnet", key, out);
}

std::optional<std::vector<double>> keptBonnet(const fs::path& guide, const std::string& key) {
    const auto rows = kept(guide, "bonnet", key, 2);
    if (!rows) return std::nullopt;
    std::vector<double> out;
    for (const auto& r : *rows) out.push_back(r[0]);
    return out;
}

Status keepFollowed(const fs::path& guide, MarkerId marker, const std::string& key, const FollowedPath& path) {
    Rows rows;
    for (const auto& p : path) rows.push_back({seconds(p.when), p.xPx, p.yPx, p.radiusPx, static_cast<double>(p.held)});
    return keep(guide, followedName(marker), key, rows);
}

std::optional<FollowedPath> keptFollowed(const fs::path& guide, MarkerId marker, const std::string& key) {
    const auto rows = kept(guide, followedName(marker), key, 5);
    if (!rows) return std::nullopt;
    FollowedPath path;
    for (const auto& r : *rows) {
        for (const double v : r)
            if (!std::isfinite(v)) return std::nullopt;
        if (!path.empty() && r[0] <= seconds(path.back().when)) return std::nullopt;
        path.push_back(
            {at<FootageTime>(r[0]), r[1], r[2], r[3], static_cast<Held>(std::clamp(static_cast<int>(r[4]), 0, 2))});
    }
    return path;
}

Status keepBeside(const fs::path& guide, ReferenceId thing, const std::string& key, const SeenBeside& by) {
    return keep(guide, besideName(thing), key, {{by.alongM, by.leftM, by.upM}});
}

std::optional<SeenBeside> keptBeside(const fs::path& guide, ReferenceId thing, const std::string& key) {
    const auto rows = kept(guide, besideName(thing), key, 3);
    if (!rows || rows->size() != 1) return std::nullopt;
    const auto& r = rows->front();
    if (!std::all_of(r.begin(), r.end(), [](double v) { return std::isfinite(v); })) return std::nullopt;
    return SeenBeside{r[0], r[1], r[2]};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/plane.h"
#include "store/files.h"
#include "store/log_file.h"
#include "store/track_place.h"

#include <nlohmann/json.hpp>

namespace hl {
namespace {

using nlohmann::json;

std::vector<double> widths(const json& properties, const char* key, std::size_t n, bool& assumed) {
    const auto it = properties.find(key);
    if (it == properties.end()) {
        assumed = true;
        return std::vector<double>(n, 6.0);
    }
    if (it->is_number()) return std::vector<double>(n, it->get<double>());
    auto list = it->get<std::vector<double>>();
    if (list.size() + 1 == n) list.push_back(list.front());
    list.resize(n, list.empty() ? 6.0 : list.back());
    return list;
}

/// What is wrong with a centre line as it was drawn; empty when nothing is.
std::string unusable(const Track& t, double drawnM) {
    constexpr double kLongestM = 200000, kWidestM = 200, kOff = 0.2;
    const auto whole = [](double v) { return std::to_string(std::lround(v)); };
    if (!(drawnM < kLongestM)) return "the centre line is not a road's: its points lie too far apart";
    if (!(std::abs(t.lengthM - drawnM) <= kOff * drawnM))
        return "length_m does not fit the " + whole(drawnM) + " m that are drawn";
    for (const auto* widths : {&t.left, &t.right})
        for (const double w : *widths)
            if (!(w >= 0 && w < kWidestM)) return "a width is not between 0 and " + whole(kWidestM) + " m";
    return {};
}

/// Metres told point by point, for roads whose metres are not those of the drawing.
void takeMetres(std::vector<double> s, Track& t, std::string& wrong) {
    if (s.size() + 1 == t.s.size()) s.push_back(t.lengthM); // a ring's last point is its first
    bool rises = s.size() == t.s.size() && s.front() == 0 && s.back() <= t.lengthM + 1e-6;
    for (std::size_t i = 1; i < s.size() && rises; ++i) rises = s[i] > s[i - 1];
    if (rises)
        t.s = std::move(s);
    else if (wrong.empty())
        wrong = "s_m is not one rising number for each point, from 0 to length_m";
}

void readCentre(const json& feature, Track& t, std::string& wrong) {
    const auto& p = feature.at("properties");
    const auto& coordinates = feature.at("geometry").at("coordinates");
    t.name = p.value("name", "");
    t.closed = p.value("closed", true);
    t.real = p.value("real", true); // a track of unknown nature is treated as one that can hurt
    t.line = p.value("line", "");
    const bool plane = p.value("coordinates_in", "degrees") == "metres"; // a simulator's, nowhere on the globe
    if (!plane) t.origin = GeoPoint{coordinates.at(0).at(1).get<double>(), coordinates.at(0).at(0).get<double>()};
    for (const auto& c : coordinates) {
        const double a = c.at(0).get<double>(), b = c.at(1).get<double>();
        const auto v = plane ? Vec2{a, b} : onPlane(*t.origin, {b, a});
        t.x.push_back(v.x), t.y.push_back(v.y);
        t.z.push_back(c.size() > 2 ? c.at(2).get<double>() : 0.0);
    }
    const std::size_t n = t.x.size();
    t.left = widths(p, "left_m", n, t.edgesAssumed);
    t.right = widths(p, "right_m", n, t.edgesAssumed);
    t.edgesAssumed = p.value("edges", t.edgesAssumed ? "assumed" : "") == "assumed";
    if (const auto z = p.find("elevation_m"); z != p.end())
        for (std::size_t i = 0; i < n; ++i) t.z[i] = z->at(i < z->size() ? i : 0).get<double>();
    t.s.assign(n, 0.0);
    for (std::size_t i = 1; i < n; ++i) t.s[i] = t.s[i - 1] + std::hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]);
    const double gap = std::hypot(t.x.back() - t.x.front(), t.y.back() - t.y.front());
    const double drawn = t.s.back() + (t.closed ? gap : 0);
    t.lengthM = p.value("length_m", drawn);
    wrong = unusable(t, drawn);
    for (double& s : t.s) s *= t.lengthM / drawn;
    if (const auto own = p.find("s_m"); own != p.end()) takeMetres(own->get<std::vector<double>>(), t, wrong);
    if (t.closed && gap < 0.01 && n > 3) { // the ring repeats its first point; once is enough
        for (auto* column : {&t.s, &t.x, &t.y, &t.z, &t.left, &t.right}) column->pop_back();
    }
}

void readThing(const json& feature, Track& t) {
    const auto& p = feature.at("properties");
    const auto role = p.value("role", "");
    if (role == "kerb")
        t.kerbs.push_back({p.at("from_m").get<double>(), p.at("to_m").get<double>(), p.at("side") == "left",
                           p.value("height_m", 0.05)});
    else if (role == "corner")
        t.corners.push_back({p.at("number").get<int>(), p.value("name", ""), p.at("at_m").get<double>()});
    else if (role == "reference")
        t.references.push_back({p.value("id", ""), p.value("kind", ""), p.value("label", ""),
                                p.at("at_m").get<double>(), p.value("lateral_m", 0.0), p.value("height_m", 0.0),
                                p.value("lasts", "")});
}

} // namespace

Result<Track> parseTrack(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    Track track;
    std::string wrong;
    try {
        const auto root = json::parse(text);
        for (const auto& feature : root.at("features")) {
            const bool line = feature.at("geometry").at("type") == "LineString";
            if (line && track.s.empty() && feature.at("geometry").at("coordinates").size() >= 4)
                readCentre(feature, track, wrong);
            else if (!line)
                readThing(feature, track);
        }
    } catch (const json::parse_error& e) {
        return Error{"track.not-json", "is not valid JSON (byte " + std::to_string(e.byte) + ")", file,
                     "a GeoJSON feature collection"};
    } catch (const json::exception& e) {
        return Error{"track.bad-value", e.what(), file, "the members listed in docs/formats.md"};
    }
    if (!wrong.empty()) return Error{"track.bad-value", wrong, file, "the members listed in docs/formats.md"};
    if (track.s.size() < 4 || !(track.lengthM > 50))
        return Error{"track.no-centre", "has no centre line", file,
                     "a LineString feature along the road with at least four points"};
    return track;
}

Status writeTrack(const std::filesystem::path& path, const Track& t) {
    nlohmann::ordered_json coordinates = json::array(), left = json::array(), right = json::array(), z = json::array(),
                           metres = json::array();
    for (std::size_t i = 0; i <= t.s.size() && !t.s.empty(); ++i) {
        if (i == t.s.size() && !t.closed) break;
        const auto k = i % t.s.size(); // a ring ends where it began
        coordinates.push_back(placeJson(t, {t.x[k], t.y[k], 0}));
        if (i == k) metres.push_back(rounded(t.s[k], 3));
        left.push_back(rounded(t.left[k], 2)), right.push_back(rounded(t.right[k], 2)), z.push_back(rounded(t.z[k], 2));
    }
    const auto feature = [](nlohmann::ordered_json geometry, nlohmann::ordered_json properties) {
        return nlohmann::ordered_json{
            {"type", "Feature"}, {"geometry", std::move(geometry)}, {"properties", std::move(properties)}};
    };
    nlohmann::ordered_json road = {{"role", "centre"},
                                   {"name", t.name},
                                   {"closed", t.closed},
                                   {"real", t.real},
                                   {"length_m", rounded(t.lengthM, 3)}};
    if (!t.origin) road["coordinates_in"] = "metres";
    if (!t.line.empty()) road["line"] = t.line;
    if (t.edgesAssumed) road["edges"] = "assumed";
    road["s_m"] = metres;
    road["left_m"] = left, road["right_m"] = right, road["elevation_m"] = z;
    auto features =
        nlohmann::ordered_json::array({feature({{"type", "LineString"}, {"coordinates", coordinates}}, road)});
    const auto point = [&](double atM, double lateralM) {
        return nlohmann::ordered_json{{"type", "Point"}, {"coordinates", placeJson(t, onRoad(t, atM, lateralM, 0))}};
    };
    for (const auto& k : t.kerbs)
        features.push_back(feature(point(k.fromM, 0), {{"role", "kerb"},
                                                       {"from_m", k.fromM},
                                                       {"to_m", k.toM},
                                                       {"side", k.left ? "left" : "right"},
                                                       {"height_m", k.heightM}}));
    for (const auto& c : t.corners)
        features.push_back(
            feature(point(c.atM, 0), {{"role", "corner"}, {"number", c.number}, {"name", c.name}, {"at_m", c.atM}}));
    for (const auto& r : t.references)
        features.push_back(feature(point(r.atM, r.lateralM), {{"role", "reference"},
                                                              {"id", r.key},
                                                              {"kind", r.kind},
                                                              {"label", r.label},
                                                              {"lasts", r.lasts},
                                                              {"at_m", r.atM},
                                                              {"lateral_m", r.lateralM},
                                                              {"height_m", r.heightM}}));
    return writeFile(path, nlohmann::ordered_json{{"type", "FeatureCollection"}, {"features", features}}.dump(
                               1, ' ', false, json::error_handler_t::replace) +
                               "\n");
}

Result<Track> readTrack(const std::filesystem::path& path) {
    auto text = readFile(path);
    if (!text) return text.error();
    return parseTrack(*text, path.string());
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/plane.h"
#include "core/units/figures.h"
#include "store/files.h"
#include "store/json_view.h"
#include "store/log_file.h"
#include "store/track_place.h"

#include <algorithm>
#include <cmath>
#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

/// One number for the whole road, or one a point; a list that ends early goes on with its last.
std::vector<double> widths(const JsonView& properties, const char* key, std::size_t n, bool& assumed) {
    constexpr double kUsualM = 6;
    const auto given = properties.find(key);
    if (!given) {
        assumed = true;
        return std::vector<double>(n, kUsualM);
    }
    if (!given->raw().is_array()) return std::vector<double>(n, given->number());
    std::vector<double> list;
    for (const auto& w : given->list()) list.push_back(w.number());
    if (list.size() + 1 == n) list.push_back(list.front());
    list.resize(n, list.empty() ? kUsualM : list.back());
    return list;
}

/// Whether x and y are metres on a plane (a simulator's, nowhere on the globe) or degrees. The mark may stand at the
/// centre line or at the collection; without one, what cannot be degrees is metres.
bool onPlaneMarked(const JsonView& properties, const JsonView& root, const std::vector<Vec2>& points) {
    for (const auto* v : {&properties, &root})
        if (const auto mark = v->find("coordinates_in")) {
            const auto text = mark->text();
            if (text != "metres" && text != "degrees") mark->tell("is \"" + text + "\"", "\"metres\" or \"degrees\"");
            return text == "metres";
        }
    return std::any_of(points.begin(), points.end(), [](Vec2 p) { return std::abs(p.x) > 180 || std::abs(p.y) > 90; });
}

struct DrawnPoint {
    Vec2 at;
    double z = 0;
};

std::vector<DrawnPoint> pointsOf(const JsonView& geometry) {
    std::vector<DrawnPoint> points;
    for (const auto& p : geometry.at("coordinates").list()) {
        const auto c = p.list();
        if (c.size() < 2) {
            p.tell("has no two numbers", "longitude and latitude, or x and y");
            return {};
        }
        points.push_back({{c[0].number(), c[1].number()}, c.size() > 2 ? c[2].number() : 0.0});
    }
    return points;
}

/// The road as it was drawn must be one, and what is said of it must fit the drawing.
void examine(const Track& t, double drawnM, const JsonView& properties, const JsonView& geometry) {
    constexpr double kLongestM = 200000, kWidestM = 200, kOff = 0.2;
    if (!(drawnM < kLongestM)) {
        geometry.at("coordinates")
            .tell("are " + figure(drawnM) + " m long, which is no road",
                  "degrees, or metres with \"coordinates_in\": \"metres\" at the centre line or the collection");
        return;
    }
    if (!(std::abs(t.lengthM - drawnM) <= kOff * drawnM))
        properties.at("length_m")
            .tell("is " + figure(t.lengthM, 1), "about the " + figure(drawnM) + " m that are drawn");
    for (const auto& [member, all] : {std::pair("left_m", &t.left), std::pair("right_m", &t.right)})
        for (const double w : *all)
            if (!(w >= 0 && w < kWidestM))
                properties.at(member).tell("holds " + figure(w, 1), "widths from 0 to " + figure(kWidestM) + " m");
}

/// Metres told point by point, for roads whose metres are not those of the drawing.
void takeMetres(const JsonView& told, Track& t) {
    std::vector<double> s;
    for (const auto& m : told.list()) s.push_back(m.number());
    if (s.size() + 1 == t.s.size()) s.push_back(t.lengthM); // a ring's last point is its first
    bool rises = s.size() == t.s.size() && s.front() == 0 && s.back() <= t.lengthM + 1e-6;
    for (std::size_t i = 1; i < s.size() && rises; ++i) rises = s[i] > s[i - 1];
    if (rises)
        t.s = std::move(s);
    else
        told.tell("is not one rising number for each point", "numbers from 0 to length_m");
}

void layOut(Track& t, const std::vector<DrawnPoint>& points, bool plane) {
    if (!plane) t.origin = GeoPoint{points.front().at.y, points.front().at.x};
    for (const auto& p : points) {
        const auto v = plane ? p.at : onPlane(*t.origin, {p.at.y, p.at.x});
        t.x.push_back(v.x), t.y.push_back(v.y), t.z.push_back(p.z);
    }
}

void readCentre(const JsonView& feature, const JsonView& root, const std::vector<DrawnPoint>& points, Track& t) {
    const auto own = feature.find("properties");
    const auto& p = own && own->raw().is_object() ? *own : root;
    std::vector<Vec2> flat;
    for (const auto& d : points) flat.push_back(d.at);
    layOut(t, points, onPlaneMarked(p, root, flat));
    t.name = p.text("name", root.text("name", "").c_str());
    t.closed = p.flag("closed", true);
    t.real = p.flag("real", true); // a track of unknown nature is treated as one that can hurt
    t.line = p.text("line", "");
    const std::size_t n = t.x.size();
    t.left = widths(p, "left_m", n, t.edgesAssumed);
    t.right = widths(p, "right_m", n, t.edgesAssumed);
    t.edgesAssumed = p.text("edges", t.edgesAssumed ? "assumed" : "") == "assumed";
    if (const auto z = p.find("elevation_m")) {
        const auto list = z->list();
        for (std::size_t i = 0; i < n && !list.empty(); ++i) t.z[i] = list[i < list.size() ? i : 0].number();
    }
    t.s.assign(n, 0.0);
    for (std::size_t i = 1; i < n; ++i) t.s[i] = t.s[i - 1] + std::hypot(t.x[i] - t.x[i - 1], t.y[i] - t.y[i - 1]);
    const double gap = std::hypot(t.x.back() - t.x.front(), t.y.back() - t.y.front());
    const double drawn = t.s.back() + (t.closed ? gap : 0);
    t.lengthM = p.number("length_m", drawn);
    examine(t, drawn, p, feature.at("geometry"));
    for (double& s : t.s) s *= t.lengthM / drawn;
    if (const auto metres = p.find("s_m")) takeMetres(*metres, t);
    if (t.closed && gap < 0.01 && n > 3) { // the ring repeats its first point; once is enough
        for (auto* column : {&t.s, &t.x, &t.y, &t.z, &t.left, &t.right}) column->pop_back();
    }
}

void readThing(const JsonView& feature, Track& t) {
    const auto p = feature.find("properties");
    if (!p || !p->raw().is_object()) return;
    const auto role = p->text("role", "");
    if (role == "kerb")
        t.kerbs.push_back(
            {p->number("from_m"), p->number("to_m"), p->text("side") == "left", p->number("height_m", 0.05)});
    else if (role == "corner")
        t.corners.push_back({p->whole("number"), p->text("name", ""), p->number("at_m")});
    else if (role == "reference")
        t.references.push_back({p->text("id", ""), p->text("kind", ""), p->text("label", ""), p->number("at_m"),
                                p->number("lateral_m", 0), p->number("height_m", 0), p->text("lasts", "")});
}

/// The first line of four points or more is the road; the other features are things, wherever they are drawn (RFC 7946
/// allows a geometry of null: then only the metres say where).
void readFeatures(const JsonView& root, Track& t) {
    for (const auto& feature : root.at("features").list()) {
        const auto geometry = feature.find("geometry");
        const bool line = geometry && geometry->raw().is_object() && geometry->text("type", "") == "LineString";
        if (!line) {
            readThing(feature, t);
            continue;
        }
        if (!t.s.empty()) continue;
        const auto points = pointsOf(*geometry);
        if (points.size() >= 4) readCentre(feature, root, points, t);
    }
}

} // namespace

Result<Track> parseTrack(std::string_view text, std::string_view fileName) {
    const std::string file(fileName);
    const auto j = parsedJson(text, file, "track.not-json", "a GeoJSON feature collection");
    if (!j) return j.error();
    Track track;
    std::optional<Error> wrong;
    readFeatures(JsonView(*j, "", wrong), track);
    if (wrong) {
        wrong->id = "track.bad-value";
        wrong->where = file + (wrong->where.empty() ? "" : ": " + wrong->where);
        return *wrong;
    }
    if (track.s.size() < 4 || !(track.lengthM > 50))
        return Error{"track.no-centre", "has no centre line", file,
                     "a LineString feature along the road with at least four points"};
    return track;
}

Status writeTrack(const std::filesystem::path& path, const Track& t) {
    json coordinates = json::array(), left = json::array(), right = json::array(), z = json::array(),
         metres = json::array();
    for (std::size_t i = 0; i <= t.s.size() && !t.s.empty(); ++i) {
        if (i == t.s.size() && !t.closed) break;
        const auto k = i % t.s.size(); // a ring ends where it began
        coordinates.push_back(placeJson(t, {t.x[k], t.y[k], 0}));
        if (i == k) metres.push_back(rounded(t.s[k], 3));
        left.push_back(rounded(t.left[k], 2)), right.push_back(rounded(t.right[k], 2)), z.push_back(rounded(t.z[k], 2));
    }
    const auto feature = [](json geometry, json properties) {
        return json{{"type", "Feature"}, {"geometry", std::move(geometry)}, {"properties", std::move(properties)}};
    };
    json road = {{"role", "centre"},
                 {"name", t.name},
                 {"closed", t.closed},
                 {"real", t.real},
                 {"length_m", rounded(t.lengthM, 3)}};
    if (!t.origin) road["coordinates_in"] = "metres";
    if (!t.line.empty()) road["line"] = t.line;
    if (t.edgesAssumed) road["edges"] = "assumed";
    road["s_m"] = metres;
    road["left_m"] = left, road["right_m"] = right, road["elevation_m"] = z;
    auto features = json::array({feature({{"type", "LineString"}, {"coordinates", coordinates}}, road)});
    const auto point = [&](double atM, double lateralM) {
        return json{{"type", "Point"}, {"coordinates", placeJson(t, onRoad(t, atM, lateralM, 0))}};
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
    return writeFile(path, json{{"type", "FeatureCollection"}, {"features", features}}.dump(
                               1, ' ', false, json::error_handler_t::replace) +
                               "\n");
}

Result<Track> readTrack(const std::filesystem::path& path) {
    auto text = readFile(path);
    if (!text) return text.error();
    return parseTrack(*text, path.string());
}

} // namespace hl

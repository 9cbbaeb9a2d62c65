// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/track/plane.h"

#include <GeographicLib/LocalCartesian.hpp>

#include <algorithm>
#include <array>
#include <optional>

namespace hl {
namespace {

constexpr std::size_t kMany = 200;         // points worth a patch
constexpr double kPatch = 4000 / 111195.0; // degrees of latitude: over 4 km a patch is right within half a millimetre

/// The plane over a few kilometres as a surface of second order through nine exact points.
struct Patch {
    double lat = 0, lon = 0, halfLat = 0, halfLon = 0;
    std::array<std::array<Vec2, 3>, 3> c{}; ///< of u^i v^k

    Vec2 at(double la, double lo) const {
        const double u = (la - lat) / halfLat, v = (lo - lon) / halfLon;
        const auto x = [&](std::size_t i) { return c[i][0].x + v * (c[i][1].x + v * c[i][2].x); };
        const auto y = [&](std::size_t i) { return c[i][0].y + v * (c[i][1].y + v * c[i][2].y); };
        return {x(0) + u * (x(1) + u * x(2)), y(0) + u * (y(1) + u * y(2))};
    }
};

/// Coefficients of 1, u, u^2 through the values at -1, 0 and 1.
std::array<Vec2, 3> through(Vec2 a, Vec2 b, Vec2 d) {
    return {b, Vec2{(d.x - a.x) / 2, (d.y - a.y) / 2}, Vec2{(a.x + d.x) / 2 - b.x, (a.y + d.y) / 2 - b.y}};
}

/// None where the points lie too far apart.
std::optional<Patch> patchOver(const GeographicLib::LocalCartesian& plane, std::span<const double> lat,
                               std::span<const double> lon) {
    double south = 90, north = -90, west = 1e9, east = -1e9;
    for (std::size_t i = 0; i < std::min(lat.size(), lon.size()); ++i) {
        if (!(std::abs(lat[i]) <= 90) || std::isnan(lon[i])) continue;
        south = std::min(south, lat[i]), north = std::max(north, lat[i]);
        west = std::min(west, lon[i]), east = std::max(east, lon[i]);
    }
    const double narrow = std::cos(rad((south + north) / 2));
    if (!(north - south <= kPatch && (east - west) * narrow <= kPatch)) return std::nullopt;
    Patch p{(south + north) / 2,
            (west + east) / 2,
            std::max(1e-5, (north - south) / 2),
            std::max(1e-5, (east - west) / 2),
            {}};
    std::array<std::array<Vec2, 3>, 3> rows; // along v, then along u
    for (std::size_t i = 0; i < 3; ++i) {
        std::array<Vec2, 3> nodes;
        for (std::size_t k = 0; k < 3; ++k) {
            double up = 0;
            plane.Forward(p.lat + (num(i) - 1) * p.halfLat, p.lon + (num(k) - 1) * p.halfLon, 0, nodes[k].x, nodes[k].y,
                          up);
        }
        rows[i] = through(nodes[0], nodes[1], nodes[2]);
    }
    for (std::size_t k = 0; k < 3; ++k) {
        const auto column = through(rows[0][k], rows[1][k], rows[2][k]);
        for (std::size_t i = 0; i < 3; ++i) p.c[i][k] = column[i];
    }
    return p;
}

} // namespace

void toPlane(GeoPoint origin, std::span<double> lat, std::span<double> lon) {
    const auto known = std::abs(origin.latitude) <= 90 ? std::min(lat.size(), lon.size()) : 0;
    const GeographicLib::LocalCartesian plane(known > 0 ? origin.latitude : 0, known > 0 ? origin.longitude : 0);
    const auto patch = known >= kMany ? patchOver(plane, lat, lon) : std::nullopt;
    for (std::size_t i = 0; i < lat.size(); ++i) {
        Vec2 p{kNaN, kNaN};
        if (i < known && std::abs(lat[i]) <= 90 && !std::isnan(lon[i])) {
            double up = 0;
            if (patch)
                p = patch->at(lat[i], lon[i]);
            else
                plane.Forward(lat[i], lon[i], 0, p.x, p.y, up);
        }
        lat[i] = p.x;
        if (i < lon.size()) lon[i] = p.y;
    }
}

std::vector<Vec2> onPlane(GeoPoint origin, const std::vector<double>& lat, const std::vector<double>& lon) {
    auto x = lat, y = lon;
    y.resize(x.size(), kNaN);
    toPlane(origin, x, y);
    std::vector<Vec2> out(x.size());
    for (std::size_t i = 0; i < out.size(); ++i) out[i] = {x[i], y[i]};
    return out;
}

Vec2 onPlane(GeoPoint origin, GeoPoint p) { return onPlane(origin, std::vector{p.latitude}, {p.longitude}).front(); }

GeoPoint onGlobe(GeoPoint origin, Vec2 p) {
    if (!(std::abs(origin.latitude) <= 90)) return {kNaN, kNaN};
    const GeographicLib::LocalCartesian plane(origin.latitude, origin.longitude);
    // The ellipsoid falls away under the plane by d^2 / 2R; there the point is looked for.
    constexpr double kRadiusM = 6371008.8;
    const double under = -(p.x * p.x + p.y * p.y) / (2 * kRadiusM);
    GeoPoint g;
    double height = 0;
    plane.Reverse(p.x, p.y, under, g.latitude, g.longitude, height);
    return g;
}

} // namespace hl

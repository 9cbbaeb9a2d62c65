// SPDX-License-Identifier: GPL-3.0-or-later
// The globe laid flat, against lengths that geodesy knows.
#include "core/track/plane.h"

#include <catch2/catch.hpp>

using namespace hl;

TEST_CASE("a thousandth of a degree is as long as the ellipsoid makes it") {
    // Radii of curvature of WGS 84 at the latitude: M along the meridian, N across it.
    for (const double lat : {-60.0, -12.5, 0.0, 41.5, 53.0, 70.0}) {
        const double a = 6378137, f = 1 / 298.257223563, e2 = f * (2 - f);
        const double w2 = 1 - e2 * std::pow(std::sin(rad(lat)), 2);
        const double m = a * (1 - e2) / std::pow(w2, 1.5), n = a / std::sqrt(w2);
        const GeoPoint o{lat, 12};
        INFO(lat);
        CHECK(onPlane(o, {lat + 0.001, 12}).y == Approx(rad(0.001) * m).epsilon(1e-5));
        CHECK(onPlane(o, {lat, 12.001}).x == Approx(rad(0.001) * n * std::cos(rad(lat))).epsilon(1e-6));
    }
}

TEST_CASE("there and back is the same place, and lengths hold over a whole circuit") {
    const GeoPoint o{50.4, -5.1};
    for (const Vec2 p : {Vec2{0, 0}, Vec2{2500, -1800}, Vec2{-4000, 3000}, Vec2{12, 9000}}) {
        const auto back = onPlane(o, onGlobe(o, p));
        CHECK(std::hypot(back.x - p.x, back.y - p.y) < 0.001);
    }
    CHECK(std::isnan(onPlane(o, GeoPoint{400, 0}).x));
}

TEST_CASE("many points at once are laid as exactly as one") {
    for (const auto& [latitude, longitude, spread] : {std::tuple(41.5, -29.25, 0.017), std::tuple(-65.0, 170.2, 0.012),
                                                      std::tuple(0.0, 0.0, 0.018), std::tuple(52.0, 5.0, 0.5)}) {
        std::vector<double> lat, lon;
        for (int i = 0; i < 3000; ++i) {
            lat.push_back(latitude + spread * std::sin(i * 0.37)),
                lon.push_back(longitude + spread * std::cos(i * 0.21));
            if (i % 97 == 0) lat.back() = kNaN;
        }
        const GeoPoint origin{lat[1], lon[1]};
        const auto all = onPlane(origin, lat, lon);
        for (std::size_t i = 0; i < lat.size(); i += 13) {
            if (std::isnan(lat[i])) {
                CHECK(std::isnan(all[i].x));
                continue;
            }
            const auto one = onPlane(origin, {lat[i], lon[i]});
            CHECK(std::hypot(all[i].x - one.x, all[i].y - one.y) < 0.001);
        }
    }
}

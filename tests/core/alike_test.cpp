// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/alike.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace hl;

namespace {

/// Something that wanders and never comes again, on any clock.
double wanders(double t) {
    return std::sin(0.7 * t) + 0.6 * std::sin(1.93 * t + 1) + 0.4 * std::sin(0.31 * t * std::sqrt(std::abs(t)));
}

Series sampled(double from, double to, double step, double clock, double scale = 1) {
    Series s;
    for (double t = from; t < to; t += step) s.t.push_back(t - clock), s.v.push_back(scale * wanders(t));
    return s;
}

} // namespace

TEST_CASE("a film finds its place in the log whatever the rates, the scale and the clocks") {
    for (const double offset : {0.0, 37.4, -12.6, 250.0})
        for (const double filmStep : {1 / 24.0, 1 / 59.94, 0.1})
            for (const double carStep : {0.01, 0.05, 0.1}) {
                const auto car = sampled(0, 300, carStep, 0);
                const auto film = sampled(80, 150, filmStep, offset, 7.5);
                INFO(offset << " s, " << filmStep << " s, " << carStep << " s");
                const auto found = whereAlike(film, car);
                REQUIRE(found);
                CHECK(found->offsetS == Approx(offset).margin(0.03));
                CHECK(found->likeness > 0.95);
                CHECK(found->lead > 2.5);
            }
}

TEST_CASE("noise, holes and a leap do not lead it astray") {
    std::mt19937 random(6);
    std::normal_distribution<double> noise(0, 0.5);
    auto film = sampled(100, 180, 1 / 30.0, 20);
    for (auto& v : film.v) v += noise(random);
    for (std::size_t i = 500; i < 510; ++i) film.v[i] = 400; // a finger before the lens
    film.t.erase(film.t.begin() + 900, film.t.begin() + 1000),
        film.v.erase(film.v.begin() + 900, film.v.begin() + 1000);
    const auto found = whereAlike(film, sampled(0, 400, 0.04, 0));
    REQUIRE(found);
    CHECK(found->offsetS == Approx(20).margin(0.1));
}

TEST_CASE("what has nothing to do with it is not alike, and what shares too little gives no answer") {
    std::mt19937 random(7);
    std::normal_distribution<double> noise(0, 1);
    Series film;
    for (double t = 0; t < 60; t += 0.04) film.t.push_back(t), film.v.push_back(noise(random));
    const auto found = whereAlike(film, sampled(0, 300, 0.02, 0));
    if (found) CHECK(found->likeness < 0.5);
    CHECK_FALSE(whereAlike(sampled(0, 3, 0.04, 0), sampled(0, 3, 0.02, 0)));
    CHECK_FALSE(whereAlike({}, sampled(0, 100, 0.02, 0)));
    CHECK_FALSE(whereAlike(sampled(0, 100, 0.02, 0), {}));
}

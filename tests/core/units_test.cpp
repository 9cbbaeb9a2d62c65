// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/clocks.h"
#include "core/units/numbers.h"
#include "core/units/result.h"

#include <catch2/catch.hpp>
#include <random>
#include <type_traits>

using namespace hl;

template <class A, class B>
concept Subtractable = requires(A a, B b) {
    a - b;
};

TEST_CASE("clocks of different things do not mix") {
    STATIC_REQUIRE(Subtractable<LogTime, LogTime>); // the twin that compiles
    STATIC_REQUIRE_FALSE(Subtractable<LogTime, FootageTime>);
    STATIC_REQUIRE_FALSE(Subtractable<GuideTime, FootageTime>);
    STATIC_REQUIRE_FALSE(std::is_convertible_v<FootageTime, GuideTime>);
    STATIC_REQUIRE_FALSE(std::is_convertible_v<double, LogTime>);
}

TEST_CASE("locate finds the piece that holds a value") {
    const std::vector<double> xs{0, 1, 3, 10};
    const auto in = locate(xs, 2);
    CHECK(in.i == 1);
    CHECK(in.f == Approx(0.5));
    CHECK(locate(xs, -5).i == 0);
    CHECK(locate(xs, -5).f == 0);
    CHECK(locate(xs, 99).i == 2);
    CHECK(locate(xs, 99).f == 1);
    CHECK(sampleAt(xs, {0, 10, 30, 100}, 4.2) == Approx(42));
    CHECK(std::isnan(sampleAt({}, {}, 1)));
}

TEST_CASE("wrapping keeps places on the lap") {
    for (const double x : {-1.0, -4001.0, 0.0, 3999.9, 4000.0, 12345.6}) {
        const double w = wrapped(x, 4000);
        CHECK(w >= 0);
        CHECK(w < 4000);
        CHECK(std::remainder(w - x, 4000) == Approx(0).margin(1e-6));
    }
}

TEST_CASE("smoothing has no lag and keeps straight lines") {
    std::mt19937 rng(5);
    std::uniform_real_distribution<double> step(0.5, 1.5);
    std::vector<double> axis{0}, line, bump;
    for (int i = 1; i < 400; ++i) axis.push_back(axis.back() + step(rng));
    for (const double x : axis) line.push_back(3 + 0.2 * x), bump.push_back(std::exp(-std::pow((x - 200) / 12, 2)));
    const auto s = smoothed(axis, line, 4), b = smoothed(axis, bump, 4);
    for (std::size_t i = 40; i < 360; ++i) CHECK(s[i] == Approx(line[i]).margin(0.6));
    const auto top = static_cast<std::size_t>(std::max_element(b.begin(), b.end()) - b.begin());
    CHECK(axis[top] == Approx(200).margin(1.5));
}

TEST_CASE("a car that stands still is smoothed like one that moves, and as quickly") {
    // 100 000 samples within a millimetre, then a ramp: taking them all would be 10^10 steps
    std::vector<double> s, v;
    for (int i = 0; i < 100000; ++i) s.push_back(i * 1e-8), v.push_back(10 + std::sin(i * 0.7));
    for (int i = 1; i <= 200; ++i) s.push_back(i * 0.5), v.push_back(10 + i * 0.5);
    const auto soft = smoothed(s, v, 1.0);
    CHECK(soft[50000] == Approx(10).margin(0.3));
    CHECK(soft.back() > soft[100100]);
    CHECK(soft[100150] == Approx(10 + 151 * 0.5).margin(0.01));
}

TEST_CASE("smoothing passes over missing values") {
    const auto s = smoothed({0, 1, 2, 3, 4}, {1, kNaN, 1, kNaN, 1}, 1.0);
    for (const double v : s) CHECK(v == Approx(1));
    CHECK(std::isnan(median({kNaN, kNaN})));
    CHECK(median({3, kNaN, 1, 2}) == 2);
}

TEST_CASE("an unchecked result throws instead of answering") {
    const Result<int> bad = Error{"x.y", "is wrong", "file.csv, line 3", "a number"};
    CHECK_FALSE(bad);
    CHECK_THROWS_AS(*bad, std::logic_error);
    CHECK(sentence(bad.error()) == "file.csv, line 3: is wrong; expected a number");
}

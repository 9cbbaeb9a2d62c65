// SPDX-License-Identifier: GPL-3.0-or-later
// A log that knows no timing line gets one where whole laps are.
#include "core/lap/assumed_line.h"
#include "core/log/log_input.h"
#include "support/stadium.h"

#include <catch2/catch.hpp>
#include <random>
#include <stdexcept>

using namespace hl;
using namespace hl::testing;

namespace {

/// A ring that closes: a circle that is dented at two and three places, and driven as its bends allow.
struct Ring {
    double radius = 260, dents = 0.16, more = 0.11, turn = 0;
    explicit Ring(unsigned seed) : radius(180 + 40 * (seed % 5)), turn(0.7 * seed) {}
    Vec2 at(double a) const {
        const double r = radius * (1 + dents * std::cos(2 * a + turn) + more * std::cos(3 * a));
        return {r * std::cos(a), r * std::sin(a)};
    }
    /// m/s at an angle, by what the tyres hold.
    double speedAt(double a) const {
        constexpr double h = 1e-3;
        const auto p = at(a - h), q = at(a), r = at(a + h);
        const double dx = (r.x - p.x) / (2 * h), dy = (r.y - p.y) / (2 * h), ddx = (r.x - 2 * q.x + p.x) / (h * h),
                     ddy = (r.y - 2 * q.y + p.y) / (h * h);
        const double bend = std::abs(dx * ddy - dy * ddx) / std::pow(dx * dx + dy * dy, 1.5);
        return std::clamp(std::sqrt(10 / std::max(1e-5, bend)), 12.0, 52.0);
    }
};

struct At {
    double t, angle, v;
};

/// A drive of so many seconds; after some turns every lap is the same.
std::vector<At> driveOn(const Ring& ring, double seconds) {
    std::vector<At> all;
    double angle = 0;
    for (double t = 0; t < seconds; t += 0.004) {
        const double v = ring.speedAt(angle);
        all.push_back({t, angle, v});
        constexpr double h = 1e-4;
        const auto p = ring.at(angle), q = ring.at(angle + h);
        angle += v * 0.004 / (std::hypot(q.x - p.x, q.y - p.y) / h);
    }
    return all;
}

/// Positions and speeds of a stretch of a drive, nothing else; `noiseM` of a receiver.
CarLog stretchOf(unsigned seed, double fromS, double toS, double rateHz, double noiseM) {
    std::mt19937 rng(seed);
    std::normal_distribution<double> off(0, noiseM);
    std::string text = "time [s],x [m],y [m],speed [m/s]\n";
    char row[120];
    const Ring ring(seed);
    const auto whole = driveOn(ring, toS + 1);
    const auto every = static_cast<std::size_t>(std::lround(250 / rateHz));
    for (std::size_t i = 0; i < whole.size(); i += every)
        if (const auto& s = whole[i]; s.t >= fromS && s.t < toS) {
            const auto p = ring.at(s.angle);
            std::snprintf(row, sizeof row, "%.3f,%.3f,%.3f,%.3f\n", s.t, p.x + off(rng), p.y + off(rng), s.v);
            text += row;
        }
    auto log = importText(text, "stretch.csv");
    if (!log) throw std::runtime_error(sentence(log.error()));
    return std::move(*log);
}

/// Seconds of a lap.
double lapSecondsOf(unsigned seed) {
    for (const auto& s : driveOn(Ring(seed), 400))
        if (s.angle >= 2 * kPi) return s.t;
    return 0;
}

} // namespace

TEST_CASE("a film of one lap and a little has that lap, wherever it begins") {
    int laps = 0;
    for (const unsigned seed : {3u, 4u, 5u, 6u, 9u}) {
        const double lapS = lapSecondsOf(seed);
        REQUIRE(lapS > 20);
        for (const double begin : {0.13, 0.41, 0.77})
            for (const double rate : {50.0, 10.0}) {
                const double from = lapS * (1 + begin);
                const auto log = stretchOf(seed, from, from + lapS + 4, rate, rate < 20 ? 0.15 : 0);
                const auto found = findLaps(log, nullptr);
                REQUIRE(found);
                const auto whole = fastest(*found);
                CAPTURE(seed, begin, rate, lapS);
                REQUIRE(whole);
                CHECK(found->line == "assumed");
                CHECK(whole->time.count() == Approx(lapS).margin(0.1));
                ++laps;
            }
    }
    CHECK(laps == 30);
}

TEST_CASE("a span of the log counts alone where whole laps are wanted in it") {
    const unsigned seed = 4;
    const double lapS = lapSecondsOf(seed);
    const auto log = stretchOf(seed, lapS * 1.1, lapS * 3.6, 50, 0);
    const LogSpan film{lapS * 1.55, lapS * 2.55 + 4};
    const auto found = findLaps(log, nullptr, std::nullopt, film);
    REQUIRE(found);
    CHECK(std::any_of(found->laps.begin(), found->laps.end(), [&](const Lap& lap) {
        return lap.complete && seconds(lap.start) >= film.fromS - 0.05 &&
               seconds(lap.start + lap.time) <= film.toS + 0.05;
    }));
}

TEST_CASE("of places that are passed as often the line lies on the straight that is driven fastest") {
    const Stadium st;
    std::string text = "time [s],x [m],y [m],speed [m/s]\n";
    char row[120];
    double s = 560;
    for (double t = 0; s < 560 + 5 * st.length() + 150; t += 0.02) { // quick on the second straight alone
        const double u = wrapped(s, st.length()), v = u > 540 && u < 760 ? 45 : 30;
        const auto p = st.at(s);
        std::snprintf(row, sizeof row, "%.2f,%.3f,%.3f,%.1f\n", t, p.x, p.y, v);
        text += row, s += v * 0.02;
    }
    const auto log = importText(text, "stadium.csv");
    REQUIRE(log);
    const auto line = assumedLine(*log);
    REQUIRE(line);
    CHECK(line->at.y == Approx(2 * st.radius).margin(1));
    CHECK(std::abs(line->at.x) < 170);
    CHECK(std::cos(line->headingRad) == Approx(-1).margin(0.01));
    CHECK_FALSE(assumedLine(CarLog{}));
}

TEST_CASE("places that are no numbers or on no road neither make a line nor move it") {
    auto log = stadiumLog({}, 50, 4);
    const auto line = assumedLine(log);
    REQUIRE(line);
    const double odd[] = {std::nan(""), 1e300, -1e300, std::numeric_limits<double>::infinity(), 3e12};
    auto &x = log[Channel::X], &y = log[Channel::Y];
    for (std::size_t i = 500; i < x.size(); i += 400) (i / 400 % 2 ? x : y)[i] = odd[i / 400 % 5];
    const auto despite = assumedLine(log);
    REQUIRE(despite);
    CHECK(despite->at.y == Approx(line->at.y).margin(1)); // on the same straight
    for (auto& v : x) v = std::nan("");
    CHECK_FALSE(assumedLine(log));
}

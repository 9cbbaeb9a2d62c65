// SPDX-License-Identifier: GPL-3.0-or-later
#include "media/local_contrast.h"

#include <catch2/catch.hpp>
#include <cmath>
#include <random>

using namespace hl;

namespace {

struct Picture {
    int width, height;
    std::vector<std::uint8_t> bgra;
    BgraView view() const { return {bgra.data(), width * 4, width, height}; }
};

template <class Grey> Picture painted(int w, int h, Grey grey) {
    Picture p{w, h, {}};
    for (int y = 0; y < h; ++y)
        for (int x = 0; x < w; ++x) {
            const auto g = static_cast<std::uint8_t>(grey(x, y));
            p.bgra.insert(p.bgra.end(), {g, g, g, 255});
        }
    return p;
}

int at(const std::vector<std::uint8_t>& bgra, int w, int x, int y) {
    return bgra[static_cast<std::size_t>(4 * (y * w + x))];
}

/// How much the greys of a result differ from each other.
double spread(const std::vector<std::uint8_t>& bgra) {
    double s = 0, ss = 0, n = 0;
    for (std::size_t i = 0; i < bgra.size(); i += 4) s += bgra[i], ss += bgra[i] * bgra[i], ++n;
    return std::sqrt(std::max(0.0, ss / n - s / n * (s / n)));
}

} // namespace

TEST_CASE("once as large and without contrast a piece is the picture itself") {
    std::mt19937 rng(3);
    const auto p = painted(64, 48, [&](int, int) { return static_cast<int>(rng() % 200); });
    const auto piece = enlarged(p.view(), 32, 24, 16, 16, 1, 0);
    REQUIRE(piece.size() == 16 * 16 * 4);
    for (int y = 0; y < 16; ++y)
        for (int x = 0; x < 16; ++x) CHECK(std::abs(at(piece, 16, x, y) - at(p.bgra, 64, 24 + x, 16 + y)) <= 1);
}

TEST_CASE("enlarged, what is looked at stands in the middle and is so many times as wide") {
    // a bar of four pixels, its middle at x = 40
    const auto p = painted(80, 60, [](int x, int) { return x >= 38 && x < 42 ? 220 : 40; });
    for (const double times : {2.0, 3.0, 6.0}) {
        const int w = 120;
        const auto piece = enlarged(p.view(), 40, 30, w, 40, times, 0);
        int first = w, last = 0;
        for (int x = 0; x < w; ++x)
            if (at(piece, w, x, 20) > 130) first = std::min(first, x), last = std::max(last, x);
        CHECK((first + last) / 2.0 == Approx(w / 2.0 - 0.5).margin(0.6));
        CHECK(last - first + 1 == Approx(4 * times).margin(1.1));
    }
}

TEST_CASE("what is faint in the shade is raised, what is even stays even") {
    const auto shade = painted(160, 120, [](int x, int y) { return y < 40 ? 235 : 40 + (x / 8 % 2) * 8; });
    const auto plain = enlarged(shade.view(), 80, 90, 120, 40, 2, 0),
               raised = enlarged(shade.view(), 80, 90, 120, 40, 2, 1);
    CHECK(spread(raised) > 1.5 * spread(plain));
    const auto even = painted(60, 60, [](int, int) { return 120; });
    CHECK(spread(enlarged(even.view(), 30, 30, 40, 40, 4, 1)) < 2);
}

TEST_CASE("beyond the edge the edge goes on; an empty picture gives nothing") {
    const auto p = painted(20, 20, [](int x, int) { return x < 10 ? 30 : 200; });
    const auto corner = enlarged(p.view(), 0, 0, 30, 30, 2, 0);
    REQUIRE_FALSE(corner.empty());
    CHECK(at(corner, 30, 0, 0) == Approx(30).margin(2));
    CHECK(enlarged({}, 0, 0, 10, 10, 2, 0.5).empty());
    CHECK(enlarged(p.view(), 5, 5, 0, 10, 2, 0.5).empty());
    CHECK(enlarged(p.view(), 5, 5, 10, 10, 1e9, 0.5).size() == 400); // held to what makes sense
}

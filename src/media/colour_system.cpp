// SPDX-License-Identifier: GPL-3.0-or-later
// From system to system all is linear: grey stays grey, so that its level takes a scale, and something of both colours;
// each colour takes something of both.
#include "media/colour_system.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace hl {
namespace {

constexpr int kBits = 14;
constexpr int kHalf = 1 << (kBits - 1);

int fixed(double v) { return static_cast<int>(std::lround(v * (1 << kBits))); }

struct Map {
    int grey, greyOfBlue, greyOfRed, blueOfBlue, blueOfRed, redOfBlue, redOfRed;
    int black; ///< the level of the source that is none
};

/// Red, green and blue of a colour difference alone, at no grey.
std::array<double, 3> rgbOf(const ColourSystem& s, double cb, double cr) {
    const double r = 2 * (1 - s.red) * cr, b = 2 * (1 - s.blue) * cb;
    return {r, -(s.red * r + s.blue * b) / (1 - s.red - s.blue), b};
}

Map mapFrom(const ColourSystem& s) {
    const double grey = s.full ? 219.0 / 255 : 1, colour = s.full ? 224.0 / 255 : 1; // of a level
    Map m{};
    m.grey = fixed(grey), m.black = s.full ? 0 : 16;
    const auto part = [&](double cb, double cr, int& toGrey, int& toBlue, int& toRed) {
        const auto [r, g, b] = rgbOf(s, cb, cr);
        const double y = kBt709.red * r + (1 - kBt709.red - kBt709.blue) * g + kBt709.blue * b;
        toGrey = fixed(y * 219 / 224 * colour);
        toBlue = fixed((b - y) / (2 * (1 - kBt709.blue)) * colour);
        toRed = fixed((r - y) / (2 * (1 - kBt709.red)) * colour);
    };
    part(1, 0, m.greyOfBlue, m.blueOfBlue, m.redOfBlue);
    part(0, 1, m.greyOfRed, m.blueOfRed, m.redOfRed);
    return m;
}

std::uint8_t level(int fixedPoint, int least, int most) {
    return static_cast<std::uint8_t>(std::clamp((fixedPoint + kHalf) >> kBits, least, most));
}

} // namespace

void toBt709(YuvFrame& f, const ColourSystem& from) {
    if (from == kBt709) return;
    const auto m = mapFrom(from);
    const int half = f.width / 2;
    for (int row = 0; row < f.height / 2; ++row) {
        auto *u = &f.u[static_cast<std::size_t>(row * half)], *v = &f.v[static_cast<std::size_t>(row * half)];
        auto *above = &f.y[static_cast<std::size_t>(2 * row * f.width)], *below = above + f.width;
        for (int x = 0; x < half; ++x) {
            const int cb = u[x] - 128, cr = v[x] - 128;
            const int tint = m.greyOfBlue * cb + m.greyOfRed * cr + (16 << kBits);
            for (auto* y : {above + 2 * x, above + 2 * x + 1, below + 2 * x, below + 2 * x + 1})
                *y = level(m.grey * (*y - m.black) + tint, 0, 255);
            u[x] = level(m.blueOfBlue * cb + m.blueOfRed * cr + (128 << kBits), 0, 255);
            v[x] = level(m.redOfBlue * cb + m.redOfRed * cr + (128 << kBits), 0, 255);
        }
    }
}

} // namespace hl

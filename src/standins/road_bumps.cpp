// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/road_bumps.h"

#include <cmath>
#include <cstdint>

namespace hl::standin {
namespace {

/// -1..1, fixed for each whole number.
double hashed(std::int64_t i, std::uint64_t salt) {
    auto x = static_cast<std::uint64_t>(i) * 0x9E3779B97F4A7C15ULL + salt;
    x = (x ^ (x >> 30)) * 0xBF58476D1CE4E5B9ULL;
    x = (x ^ (x >> 27)) * 0x94D049BB133111EBULL;
    return static_cast<double>(x >> 11) / 4503599627370496.0 - 1;
}

/// Smooth noise whose values change every `length` metres.
double wave(double s, double length, std::uint64_t salt) {
    const double u = s / length, f = u - std::floor(u), w = f * f * (3 - 2 * f);
    const auto i = static_cast<std::int64_t>(std::floor(u));
    return std::lerp(hashed(i, salt), hashed(i + 1, salt), w);
}

} // namespace

double bumpAt(const Circuit& c, double s, bool onKerb) {
    double at = std::fmod(s, c.length);
    if (at < 0) at += c.length;
    const double patch = 0.55 + 0.45 * wave(at, 47, 3);
    const double road = patch * (0.7 * wave(at, 1.5, 1) + 0.5 * wave(at, 4.1, 2));
    return road + (onKerb ? 1.3 * std::sin(at * 4.2) : 0);
}

bool onKerb(const Circuit& c, const Drive& d, double s) {
    const double lateral = lineAt(d.line.lateral, d.line, c, s);
    return std::abs(lateral) + d.car.widthM / 2 > valueAt(c.halfWidth, c, s) - 0.45;
}

} // namespace hl::standin

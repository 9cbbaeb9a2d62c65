// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/figures.h"

#include <algorithm>
#include <cmath>
#include <cstdio>

namespace hl {
namespace {

std::string withUnit(const std::string& figure, std::string_view unit) {
    return figure == kNoFigure ? figure : figure + " " + std::string(unit);
}

} // namespace

std::string figure(double value, int decimals) {
    constexpr double kMost = 1e12;
    if (!std::isfinite(value) || std::abs(value) > kMost) return std::string(kNoFigure);
    char text[40];
    std::snprintf(text, sizeof text, "%.*f", std::clamp(decimals, 0, 9), value);
    const std::string s = text;
    const bool nought = s.find_first_not_of("-0.") == std::string::npos;
    return nought && s.front() == '-' ? s.substr(1) : s;
}

std::string speedText(double mps, SpeedUnit unit) { return withUnit(figure(inUnit(mps, unit)), symbol(unit)); }
std::string percentText(double share) { return withUnit(figure(100 * share), "%"); }
std::string metresText(double m) { return withUnit(figure(m), "m"); }

std::string lapTimeText(double s) {
    if (!std::isfinite(s) || s < 0 || s > 1e6) return std::string(kNoFigure);
    const long ms = std::lround(1000 * s);
    char text[40];
    std::snprintf(text, sizeof text, "%ld:%02ld.%03ld", ms / 60000, ms / 1000 % 60, ms % 1000);
    return text;
}

} // namespace hl

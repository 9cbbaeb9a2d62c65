// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/school.h"

#include "core/units/figures.h"

#include <array>
#include <cmath>

namespace hl {
namespace {
constexpr std::array<std::string_view, 3> kKeys = {"metres", "yards", "car-lengths"};
constexpr double kYardM = 0.9144, kCarM = 4.5; // of a usual car
} // namespace

std::string_view key(DistanceUnit u) { return kKeys.at(static_cast<std::size_t>(u)); }

std::optional<DistanceUnit> distanceUnitOf(std::string_view key) {
    for (std::size_t i = 0; i < kKeys.size(); ++i)
        if (kKeys[i] == key) return static_cast<DistanceUnit>(i);
    return std::nullopt;
}

std::string spokenDistance(double m, DistanceUnit unit) {
    if (unit == DistanceUnit::CarLengths && std::isfinite(m)) {
        static constexpr std::string_view few[] = {"half a car length", "one car length",    "two car lengths",
                                                   "three car lengths", "four car lengths",  "five car lengths",
                                                   "six car lengths",   "seven car lengths", "eight car lengths",
                                                   "nine car lengths",  "ten car lengths"};
        const auto n = static_cast<std::size_t>(std::lround(m / kCarM));
        return n < std::size(few) ? std::string(few[n]) : figure(m / kCarM) + " car lengths";
    }
    const auto count = figure(unit == DistanceUnit::Yards ? m / kYardM : m);
    const std::string one = unit == DistanceUnit::Yards ? "yard" : "metre";
    return count + " " + one + (count == "1" ? "" : "s");
}

} // namespace hl

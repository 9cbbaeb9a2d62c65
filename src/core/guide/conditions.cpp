// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/conditions.h"

#include "core/units/figures.h"

#include <array>
#include <cstdio>

namespace hl {
namespace {

constexpr std::array<std::string_view, 5> kSky = {"", "clear", "clouds", "overcast", "rain"};
constexpr std::array<std::string_view, 4> kRoad = {"", "dry", "damp", "wet"};
constexpr std::array<std::string_view, 4> kRubber = {"", "green", "some", "full"};
constexpr std::array<std::string_view, 5> kLight = {"", "day", "low-sun", "dusk", "night"};
constexpr std::array<std::string_view, 4> kTyres = {"", "cold", "warm", "worn"};
constexpr std::array<std::string_view, 3> kFuel = {"", "qualifying", "race"};

constexpr std::array<std::string_view, 5> kSkyWords = {"", "clear sky", "some clouds", "overcast", "rain"};
constexpr std::array<std::string_view, 4> kRubberWords = {"", "no rubber down yet", "some rubber down", "rubbered in"};
constexpr std::array<std::string_view, 5> kLightWords = {"", "daylight", "low sun", "dusk", "night"};
constexpr std::array<std::string_view, 8> kBearings = {"north", "north-east", "east", "south-east",
                                                       "south", "south-west", "west", "north-west"};

template <class E, std::size_t N> std::string worded(const std::array<std::string_view, N>& words, E value) {
    return std::string(words.at(static_cast<std::size_t>(value)));
}

void join(std::string& to, const std::string& part, const char* between = ", ") {
    if (part.empty()) return;
    if (!to.empty()) to += between;
    to += part;
}

/// Whole where it is whole: what was typed is told as it was typed.
std::string sparing(double v) { return figure(v, std::abs(v - std::round(v)) < 0.05 ? 0 : 1); }

std::string degrees(double celsius) { return sparing(celsius) + " \u00b0C"; }

std::string temperature(const Conditions& c) {
    std::string s;
    if (c.airC) join(s, "air " + degrees(*c.airC));
    if (c.trackC) join(s, "track " + degrees(*c.trackC));
    return s;
}

std::string wind(const Conditions& c, SpeedUnit unit) {
    std::string s;
    if (c.windMps) s = *c.windMps < 0.3 ? "calm" : speedText(*c.windMps, unit);
    if (c.windFromRad && s != "calm") join(s, "from the " + bearingText(*c.windFromRad), " ");
    return s;
}

std::string litres(double l) { return sparing(l) + " litres"; }

std::string fuel(const Conditions& c) {
    std::string s = c.fuel == FuelLoad::Unsaid ? "" : std::string(key(c.fuel));
    if (c.fuelL) join(s, litres(*c.fuelL));
    return s;
}

std::string light(const Conditions& c) {
    std::string s;
    if (c.minuteOfDay) s = clockOfDay(*c.minuteOfDay);
    join(s, worded(kLightWords, c.light));
    return s;
}

} // namespace

std::span<const std::string_view> keys(Sky) { return kSky; }
std::span<const std::string_view> keys(RoadState) { return kRoad; }
std::span<const std::string_view> keys(Rubber) { return kRubber; }
std::span<const std::string_view> keys(Light) { return kLight; }
std::span<const std::string_view> keys(Tyres) { return kTyres; }
std::span<const std::string_view> keys(FuelLoad) { return kFuel; }

bool nothingSaid(const Conditions& c) {
    auto same = c;
    same.more.clear();
    return same == Conditions{};
}

std::string bearingText(double rad) {
    const auto eighth = std::lround(rad / (kPi / 4));
    return std::string(kBearings.at(static_cast<std::size_t>(((eighth % 8) + 8) % 8)));
}

std::string clockOfDay(int minute) {
    char text[16];
    std::snprintf(text, sizeof text, "%d:%02d", minute / 60 % 24, minute % 60);
    return text;
}

std::vector<ConditionRow> rowsOf(const Conditions& c, SpeedUnit unit) {
    std::vector<ConditionRow> rows;
    const auto row = [&](const char* label, std::string value) {
        if (!value.empty()) rows.push_back({label, std::move(value)});
    };
    std::string road(key(c.road));
    join(road, worded(kRubberWords, c.rubber));
    row("Road", road);
    row("Sky", worded(kSkyWords, c.sky));
    row("Temperature", temperature(c));
    row("Wind", wind(c, unit));
    row("Light", light(c));
    row("Tyres", std::string(key(c.tyres)));
    row("Fuel", fuel(c));
    row("Also", c.note);
    return rows;
}

std::string textOf(const Conditions& c, SpeedUnit unit) {
    std::string s(key(c.road));
    join(s, worded(kRubberWords, c.rubber));
    join(s, worded(kSkyWords, c.sky));
    join(s, c.airC && !c.trackC ? degrees(*c.airC) : temperature(c));
    if (const auto w = wind(c, unit); !w.empty()) join(s, w == "calm" ? "no wind" : "wind " + w);
    join(s, light(c));
    if (c.tyres != Tyres::Unsaid) join(s, "tyres " + std::string(key(c.tyres)));
    if (c.fuel != FuelLoad::Unsaid) join(s, std::string(key(c.fuel)) + " fuel");
    if (c.fuelL) join(s, litres(*c.fuelL));
    join(s, c.note);
    return s;
}

} // namespace hl

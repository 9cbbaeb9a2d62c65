// SPDX-License-Identifier: GPL-3.0-or-later
// The day and the car as the lap was driven. A guide without them misleads: every value may be unsaid, none is assumed.
#pragma once
#include "core/units/speed_unit.h"

#include <optional>
#include <span>
#include <string>
#include <vector>

namespace hl {

enum class Sky { Unsaid, Clear, Clouds, Overcast, Rain };
enum class RoadState { Unsaid, Dry, Damp, Wet };
enum class Rubber { Unsaid, Green, Some, Full }; ///< how rubbered-in the road is
enum class Light { Unsaid, Day, LowSun, Dusk, Night };
enum class Tyres { Unsaid, Cold, Warm, Worn };
enum class FuelLoad { Unsaid, Qualifying, Race };

struct Conditions {
    Sky sky = Sky::Unsaid;
    RoadState road = RoadState::Unsaid;
    Rubber rubber = Rubber::Unsaid;
    Light light = Light::Unsaid;
    Tyres tyres = Tyres::Unsaid;
    FuelLoad fuel = FuelLoad::Unsaid;
    std::optional<double> airC, trackC; ///< degrees Celsius
    std::optional<double> windFromRad;  ///< where it comes from, clockwise from north, 0 .. 2 pi
    std::optional<double> windMps;      ///< m/s
    std::optional<double> fuelL;        ///< litres
    std::optional<int> minuteOfDay;     ///< local time, 0 .. 1439
    std::string note;                   ///< whatever else has to be said
    std::string more = {};
    friend bool operator==(const Conditions&, const Conditions&) = default;
};

/// The words for files, in the order of the values; the first, for what is unsaid, is empty.
std::span<const std::string_view> keys(Sky);
std::span<const std::string_view> keys(RoadState);
std::span<const std::string_view> keys(Rubber);
std::span<const std::string_view> keys(Light);
std::span<const std::string_view> keys(Tyres);
std::span<const std::string_view> keys(FuelLoad);
template <class E> std::string_view key(E value) requires requires { keys(value); }
{ return keys(value)[static_cast<std::size_t>(value)]; }
template <class E> std::optional<E> valueOf(std::string_view text) {
    const auto all = keys(E{});
    for (std::size_t i = 0; i < all.size(); ++i)
        if (all[i] == text) return static_cast<E>(i);
    return std::nullopt;
}

bool nothingSaid(const Conditions& c);

/// One thing that was said, as people read it: "Wind", "12 km/h from the south-west".
struct ConditionRow {
    std::string label, value;
};
/// What was said, in the order in which a driver asks for it; nothing for what was not.
std::vector<ConditionRow> rowsOf(const Conditions& c, SpeedUnit unit);
/// The same in one line: "dry, 14 °C, tyres warm".
std::string textOf(const Conditions& c, SpeedUnit unit);

/// Reads a line as people write it: "dry, 14 C, wind 12 km/h from SW, race fuel". What is not understood stays as the
/// note, in its words.
Conditions conditionsFrom(std::string_view text);

// What people type into one field; nothing where it means nothing.
std::optional<double> celsiusFrom(std::string_view text);  ///< "14", "57 F", "14.5 °C"; -60 .. 90
std::optional<double> bearingFrom(std::string_view text);  ///< "SW", "south-west", "225": rad
std::optional<int> minuteOfDayFrom(std::string_view text); ///< "14:30", "2:30 pm", "14h30"
std::string bearingText(double rad);                       ///< "south-west"
std::string clockOfDay(int minuteOfDay);                   ///< "14:30"

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Conditions as people write them. A piece between commas is understood as a whole or not at all: half of it would say
// something that nobody wrote.
#include "core/guide/conditions.h"
#include "core/log/csv_cells.h"

#include <algorithm>
#include <cctype>

namespace hl {
namespace {

constexpr double kColdestC = -60, kHottestC = 90, kMostFuelL = 2000, kStrongestWindMps = 80;

std::string lowered(std::string_view text) {
    std::string s;
    for (const char c : text) s += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    while (!s.empty() && std::isspace(static_cast<unsigned char>(s.back()))) s.pop_back();
    const auto from = s.find_first_not_of(" \t\r\n");
    return from == std::string::npos ? std::string() : s.substr(from);
}

bool dropFront(std::string& s, std::string_view word) {
    if (!s.starts_with(word) || (s.size() > word.size() && std::isalpha(static_cast<unsigned char>(s[word.size()])) &&
                                 std::isalpha(static_cast<unsigned char>(word.back()))))
        return false;
    s = lowered(std::string_view(s).substr(word.size()));
    return true;
}

bool dropBack(std::string& s, std::string_view word) {
    if (!s.ends_with(word)) return false;
    const auto rest = s.size() - word.size();
    if (rest > 0 && std::isalpha(static_cast<unsigned char>(s[rest - 1])) &&
        std::isalpha(static_cast<unsigned char>(word.front())))
        return false;
    s = lowered(std::string_view(s).substr(0, rest));
    return true;
}

/// A number and what stands behind it: "12.5km/h" is 12.5 and "km/h".
std::optional<std::pair<double, std::string>> numberWithUnit(std::string_view text) {
    const auto s = lowered(text);
    std::size_t n = s.starts_with('-') || s.starts_with('+') ? 1 : 0;
    while (n < s.size() && (std::isdigit(static_cast<unsigned char>(s[n])) || s[n] == '.' || s[n] == ',')) ++n;
    auto digits = s.substr(0, n);
    if (digits.starts_with('+')) digits.erase(0, 1);
    const auto v = parseNumber(digits, digits.find(',') != std::string::npos);
    if (!v) return std::nullopt;
    return std::pair(*v, lowered(std::string_view(s).substr(n)));
}

std::optional<double> speedFrom(std::string_view text) {
    const auto v = numberWithUnit(text);
    if (!v) return std::nullopt;
    constexpr std::pair<std::string_view, double> kUnits[] = {{"km/h", 1 / 3.6},   {"kmh", 1 / 3.6}, {"kph", 1 / 3.6},
                                                              {"m/s", 1},          {"mph", 0.44704}, {"kn", 0.514444},
                                                              {"knots", 0.514444}, {"kt", 0.514444}};
    for (const auto& [unit, factor] : kUnits)
        if (v->second == unit && v->first >= 0 && v->first * factor <= kStrongestWindMps) return v->first * factor;
    return std::nullopt;
}

std::optional<double> litresFrom(std::string_view text) {
    const auto v = numberWithUnit(text);
    if (!v || v->first < 0 || v->first > kMostFuelL) return std::nullopt;
    for (const auto* unit : {"l", "litre", "litres", "liter", "liters"})
        if (v->second == unit) return v->first;
    return std::nullopt;
}

template <class E> bool one(const std::string& s, E& to, std::initializer_list<std::pair<std::string_view, E>> words) {
    for (const auto& [word, value] : words)
        if (s == word) {
            if (to != E{} && to != value) return false; // said twice, and differently
            to = value;
            return true;
        }
    return false;
}

bool skyWord(const std::string& s, Conditions& c) {
    return one<Sky>(s, c.sky,
                    {{"clear", Sky::Clear},
                     {"clear sky", Sky::Clear},
                     {"sunny", Sky::Clear},
                     {"sun", Sky::Clear},
                     {"some clouds", Sky::Clouds},
                     {"clouds", Sky::Clouds},
                     {"cloudy", Sky::Clouds},
                     {"overcast", Sky::Overcast},
                     {"rain", Sky::Rain},
                     {"raining", Sky::Rain}});
}

bool roadWord(const std::string& s, Conditions& c) {
    return one<RoadState>(s, c.road,
                          {{"dry", RoadState::Dry},
                           {"damp", RoadState::Damp},
                           {"wet", RoadState::Wet},
                           {"dry road", RoadState::Dry},
                           {"damp road", RoadState::Damp},
                           {"wet road", RoadState::Wet}}) ||
           one<Rubber>(s, c.rubber,
                       {{"green", Rubber::Green},
                        {"green track", Rubber::Green},
                        {"no rubber down yet", Rubber::Green},
                        {"some rubber", Rubber::Some},
                        {"some rubber down", Rubber::Some},
                        {"rubbered in", Rubber::Full},
                        {"rubbered-in", Rubber::Full}});
}

bool lightWord(const std::string& s, Conditions& c) {
    if (one<Light>(s, c.light,
                   {{"daylight", Light::Day},
                    {"low sun", Light::LowSun},
                    {"dusk", Light::Dusk},
                    {"dawn", Light::Dusk},
                    {"night", Light::Night}}))
        return true;
    const auto minute = minuteOfDayFrom(s);
    if (!minute || c.minuteOfDay) return false;
    c.minuteOfDay = minute;
    return true;
}

bool tyreWord(const std::string& text, Conditions& c) {
    auto s = text;
    if (!dropFront(s, "tyres") && !dropFront(s, "tires") && !dropBack(s, "tyres") && !dropBack(s, "tires"))
        return false;
    dropFront(s, "are");
    return one<Tyres>(s, c.tyres, {{"cold", Tyres::Cold}, {"warm", Tyres::Warm}, {"worn", Tyres::Worn}});
}

bool fuelWord(const std::string& text, Conditions& c) {
    auto s = text;
    const bool fuel = dropBack(s, "of fuel") || dropBack(s, "fuel") || dropFront(s, "fuel");
    if (const auto l = litresFrom(s); l && !c.fuelL) {
        c.fuelL = l;
        return true;
    }
    return fuel && one<FuelLoad>(
                       s, c.fuel,
                       {{"qualifying", FuelLoad::Qualifying}, {"low", FuelLoad::Qualifying}, {"race", FuelLoad::Race}});
}

bool windWord(const std::string& text, Conditions& c) {
    auto s = text;
    if (s == "no wind" || s == "calm") {
        c.windMps = 0;
        return true;
    }
    if (!dropFront(s, "wind")) return false;
    std::optional<double> speed, bearing;
    const auto from = s.find("from ");
    if (from != std::string::npos) {
        auto where = lowered(std::string_view(s).substr(from + 5));
        dropFront(where, "the");
        bearing = bearingFrom(where);
        if (!bearing) return false;
        s = lowered(std::string_view(s).substr(0, from));
    }
    if (!s.empty() && !(speed = speedFrom(s))) return false;
    if (speed) c.windMps = speed;
    if (bearing) c.windFromRad = bearing;
    return speed || bearing;
}

bool temperatureWord(const std::string& text, Conditions& c) {
    auto s = text;
    const bool track =
        dropFront(s, "track") || dropBack(s, "track") || dropBack(s, "on the track") || dropFront(s, "road");
    const bool air = dropFront(s, "air") || dropBack(s, "in the air") || dropBack(s, "air");
    const auto v = numberWithUnit(s);
    if (!v || (v->second.empty() && !track && !air)) return false; // a bare number may be anything
    const auto t = celsiusFrom(s);
    auto& to = track ? c.trackC : c.airC;
    if (!t || to) return false;
    to = t;
    return true;
}

} // namespace

std::optional<double> celsiusFrom(std::string_view text) {
    const auto v = numberWithUnit(text);
    if (!v) return std::nullopt;
    for (const auto* unit : {"", "c", "\u00b0c", "\u00b0", "degrees", "deg", "degrees c", "celsius", "degrees celsius"})
        if (v->second == unit)
            return v->first >= kColdestC && v->first <= kHottestC ? std::optional(v->first) : std::nullopt;
    for (const auto* unit : {"f", "\u00b0f", "degrees f", "fahrenheit", "degrees fahrenheit"})
        if (v->second == unit) {
            const double c = (v->first - 32) / 1.8;
            return c >= kColdestC && c <= kHottestC ? std::optional(c) : std::nullopt;
        }
    return std::nullopt;
}

std::optional<double> bearingFrom(std::string_view text) {
    auto s = lowered(text);
    std::erase_if(s, [](char c) { return c == '-' || c == ' '; });
    constexpr std::pair<std::string_view, double> kWords[] = {
        {"n", 0},       {"ne", 45},         {"e", 90},      {"se", 135},        {"s", 180},     {"sw", 225},
        {"w", 270},     {"nw", 315},        {"nne", 22.5},  {"ene", 67.5},      {"ese", 112.5}, {"sse", 157.5},
        {"ssw", 202.5}, {"wsw", 247.5},     {"wnw", 292.5}, {"nnw", 337.5},     {"north", 0},   {"northeast", 45},
        {"east", 90},   {"southeast", 135}, {"south", 180}, {"southwest", 225}, {"west", 270},  {"northwest", 315}};
    for (const auto& [word, degrees] : kWords)
        if (s == word) return rad(degrees);
    const auto v = numberWithUnit(s);
    if (!v || v->first < 0 || v->first > 360) return std::nullopt;
    if (!v->second.empty() && v->second != "\u00b0" && v->second != "deg" && v->second != "degrees")
        return std::nullopt;
    return rad(std::fmod(v->first, 360));
}

std::optional<int> minuteOfDayFrom(std::string_view text) {
    auto s = lowered(text);
    const bool pm = dropBack(s, "pm"), am = !pm && dropBack(s, "am");
    const auto colon = s.find_first_of(":h");
    const auto digits = [](std::string_view d) {
        return !d.empty() && d.size() <= 2 &&
                       std::all_of(d.begin(), d.end(), [](char c) { return c >= '0' && c <= '9'; })
                   ? std::stoi(std::string(d))
                   : -1;
    };
    if (colon == std::string::npos && !am && !pm) return std::nullopt;
    int hour = digits(std::string_view(s).substr(0, colon)),
        minute = colon == std::string::npos ? 0 : digits(std::string_view(s).substr(colon + 1));
    if (hour < 0 || minute < 0 || minute > 59 || hour > 23 || ((am || pm) && (hour < 1 || hour > 12)))
        return std::nullopt;
    if (am || pm) hour = hour % 12 + (pm ? 12 : 0);
    return hour * 60 + minute;
}

Conditions conditionsFrom(std::string_view text) {
    Conditions c;
    constexpr bool (*kReaders[])(const std::string&, Conditions&) = {skyWord,  roadWord, lightWord,      tyreWord,
                                                                     fuelWord, windWord, temperatureWord};
    std::size_t from = 0;
    while (from <= text.size()) {
        const auto end = std::min(text.find_first_of(",;", from), text.size());
        // a decimal comma parts nothing
        auto to = end;
        while (to < text.size() && text[to] == ',' && to > from && to + 1 < text.size() &&
               std::isdigit(static_cast<unsigned char>(text[to - 1])) &&
               std::isdigit(static_cast<unsigned char>(text[to + 1])))
            to = std::min(text.find_first_of(",;", to + 1), text.size());
        const auto piece = text.substr(from, to - from);
        const auto s = lowered(piece);
        const bool known =
            s.empty() || std::any_of(std::begin(kReaders), std::end(kReaders), [&](auto* read) { return read(s, c); });
        if (!known) {
            const auto first = piece.find_first_not_of(" \t\r\n");
            c.note += (c.note.empty() ? "" : ", ") + std::string(piece.substr(first));
            while (!c.note.empty() && std::isspace(static_cast<unsigned char>(c.note.back()))) c.note.pop_back();
        }
        from = to + 1;
    }
    return c;
}

} // namespace hl

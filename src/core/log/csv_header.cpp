// SPDX-License-Identifier: GPL-3.0-or-later
// What column headers and units mean. A new synonym is one line here.
#include "core/log/csv_cells.h"
#include "core/log/csv_import.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <string>

namespace hl {
namespace {

struct Synonym {
    std::string_view word; // letters and digits only, lower case
    Channel channel;
};

constexpr Synonym kSynonyms[] = {
    {"time", Channel::Time},
    {"t", Channel::Time},
    {"timestamp", Channel::Time},
    {"elapsedtime", Channel::Time},
    {"sessiontime", Channel::Time},
    {"zeit", Channel::Time},
    {"temps", Channel::Time},
    {"tempo", Channel::Time},
    {"tiempo", Channel::Time},
    {"lap", Channel::Lap},
    {"lapnumber", Channel::Lap},
    {"lapno", Channel::Lap},
    {"lapnum", Channel::Lap},
    {"currentlap", Channel::Lap},
    {"runde", Channel::Lap},
    {"tour", Channel::Lap},
    {"giro", Channel::Lap},
    {"vuelta", Channel::Lap},
    {"distance", Channel::Distance},
    {"dist", Channel::Distance},
    {"lapdistance", Channel::Distance},
    {"lapdist", Channel::Distance},
    {"strecke", Channel::Distance},
    {"distanz", Channel::Distance},
    {"distancia", Channel::Distance},
    {"distanza", Channel::Distance},
    {"speed", Channel::Speed},
    {"velocity", Channel::Speed},
    {"v", Channel::Speed},
    {"groundspeed", Channel::Speed},
    {"gpsspeed", Channel::Speed},
    {"vehiclespeed", Channel::Speed},
    {"carspeed", Channel::Speed},
    {"geschwindigkeit", Channel::Speed},
    {"vitesse", Channel::Speed},
    {"velocidad", Channel::Speed},
    {"velocita", Channel::Speed},
    {"throttle", Channel::Throttle},
    {"throttlepos", Channel::Throttle},
    {"throttleposition", Channel::Throttle},
    {"thr", Channel::Throttle},
    {"tps", Channel::Throttle},
    {"accelerator", Channel::Throttle},
    {"acceleratorpedal", Channel::Throttle},
    {"gas", Channel::Throttle},
    {"pedal", Channel::Throttle},
    {"gaspedal", Channel::Throttle},
    {"brake", Channel::Brake},
    {"brakepos", Channel::Brake},
    {"brakeposition", Channel::Brake},
    {"brakepedal", Channel::Brake},
    {"brk", Channel::Brake},
    {"brakepressure", Channel::Brake},
    {"bremse", Channel::Brake},
    {"frein", Channel::Brake},
    {"freno", Channel::Brake},
    {"steering", Channel::Steering},
    {"steer", Channel::Steering},
    {"steeringangle", Channel::Steering},
    {"steeringwheelangle", Channel::Steering},
    {"steeringwheel", Channel::Steering},
    {"steerangle", Channel::Steering},
    {"lenkung", Channel::Steering},
    {"lenkwinkel", Channel::Steering},
    {"volant", Channel::Steering},
    {"sterzo", Channel::Steering},
    {"gear", Channel::Gear},
    {"gearposition", Channel::Gear},
    {"selectedgear", Channel::Gear},
    {"gang", Channel::Gear},
    {"rapport", Channel::Gear},
    {"marcia", Channel::Gear},
    {"marcha", Channel::Gear},
    {"rpm", Channel::EngineSpeed},
    {"enginespeed", Channel::EngineSpeed},
    {"enginerpm", Channel::EngineSpeed},
    {"revs", Channel::EngineSpeed},
    {"nmot", Channel::EngineSpeed},
    {"drehzahl", Channel::EngineSpeed},
    {"regime", Channel::EngineSpeed},
    {"giri", Channel::EngineSpeed},
    {"lateralacc", Channel::LateralAcc},
    {"latacc", Channel::LateralAcc},
    {"lateralacceleration", Channel::LateralAcc},
    {"glat", Channel::LateralAcc},
    {"latg", Channel::LateralAcc},
    {"lateralg", Channel::LateralAcc},
    {"gforcelat", Channel::LateralAcc},
    {"accelerationlateral", Channel::LateralAcc},
    {"ay", Channel::LateralAcc},
    {"acclat", Channel::LateralAcc},
    {"gy", Channel::LateralAcc},
    {"longitudinalacc", Channel::LongitudinalAcc},
    {"longacc", Channel::LongitudinalAcc},
    {"longitudinalacceleration", Channel::LongitudinalAcc},
    {"lonacc", Channel::LongitudinalAcc},
    {"glong", Channel::LongitudinalAcc},
    {"glon", Channel::LongitudinalAcc},
    {"longg", Channel::LongitudinalAcc},
    {"gforcelong", Channel::LongitudinalAcc},
    {"ax", Channel::LongitudinalAcc},
    {"acclong", Channel::LongitudinalAcc},
    {"gx", Channel::LongitudinalAcc},
    {"verticalacc", Channel::VerticalAcc},
    {"vertacc", Channel::VerticalAcc},
    {"verticalacceleration", Channel::VerticalAcc},
    {"gvert", Channel::VerticalAcc},
    {"az", Channel::VerticalAcc},
    {"gz", Channel::VerticalAcc},
    {"yawrate", Channel::YawRate},
    {"yaw", Channel::YawRate},
    {"gyroz", Channel::YawRate},
    {"gierrate", Channel::YawRate},
    {"yawvelocity", Channel::YawRate},
    {"x", Channel::X},
    {"posx", Channel::X},
    {"positionx", Channel::X},
    {"worldx", Channel::X},
    {"east", Channel::X},
    {"easting", Channel::X},
    {"y", Channel::Y},
    {"posy", Channel::Y},
    {"positiony", Channel::Y},
    {"worldy", Channel::Y},
    {"north", Channel::Y},
    {"northing", Channel::Y},
    {"z", Channel::Z},
    {"posz", Channel::Z},
    {"positionz", Channel::Z},
    {"altitude", Channel::Z},
    {"alt", Channel::Z},
    {"elevation", Channel::Z},
    {"height", Channel::Z},
    {"latitude", Channel::Latitude},
    {"lat", Channel::Latitude},
    {"gpslatitude", Channel::Latitude},
    {"gpslat", Channel::Latitude},
    {"longitude", Channel::Longitude},
    {"lon", Channel::Longitude},
    {"lng", Channel::Longitude},
    {"long", Channel::Longitude},
    {"gpslongitude", Channel::Longitude},
    {"gpslon", Channel::Longitude},
    {"gpslong", Channel::Longitude},
};

struct Unit {
    std::string_view word; // lower case, as written without blanks
    double factor;
};

constexpr Unit kTimeUnits[] = {
    {"s", 1},     {"sec", 1}, {"secs", 1}, {"seconds", 1}, {"ms", 1e-3}, {"msec", 1e-3}, {"milliseconds", 1e-3},
    {"us", 1e-6}, {"min", 60}};
constexpr Unit kLengthUnits[] = {{"m", 1},       {"metres", 1},    {"meters", 1},    {"km", 1000},
                                 {"ft", 0.3048}, {"feet", 0.3048}, {"mi", 1609.344}, {"miles", 1609.344}};
constexpr Unit kSpeedUnits[] = {{"m/s", 1},       {"mps", 1},       {"ms-1", 1},       {"km/h", 1 / 3.6},
                                {"kmh", 1 / 3.6}, {"kph", 1 / 3.6}, {"mph", 0.44704},  {"mi/h", 0.44704},
                                {"kn", 0.514444}, {"kt", 0.514444}, {"kts", 0.514444}, {"knots", 0.514444}};
constexpr Unit kShareUnits[] = {{"%", 0.01}, {"pct", 0.01}, {"percent", 0.01}, {"0-1", 1}, {"0..1", 1}, {"ratio", 1}};
constexpr Unit kAngleUnits[] = {
    {"rad", 1},         {"radians", 1}, {"deg", kPi / 180}, {"degrees", kPi / 180}, {"\xC2\xB0", kPi / 180},
    {"\xB0", kPi / 180}};
constexpr Unit kTurnUnits[] = {{"rad/s", 1},
                               {"rads", 1},
                               {"deg/s", kPi / 180},
                               {"dps", kPi / 180},
                               {"degrees/s", kPi / 180},
                               {"\xC2\xB0/s", kPi / 180},
                               {"\xB0/s", kPi / 180}};
constexpr Unit kAccUnits[] = {{"m/s2", 1}, {"m/s^2", 1}, {"m/s\xC2\xB2", 1}, {"m/s\xB2", 1},
                              {"ms-2", 1}, {"mps2", 1},  {"m/s/s", 1},       {"g", kGravity}};
constexpr Unit kRevUnits[] = {{"rpm", 1},   {"1/min", 1},  {"rev/min", 1}, {"min-1", 1},
                              {"u/min", 1}, {"tr/min", 1}, {"hz", 60}};

template <std::size_t N> std::optional<double> lookUp(const Unit (&units)[N], std::string_view word) {
    for (const auto& u : units)
        if (u.word == word) return u.factor;
    return std::nullopt;
}

std::string squeezed(std::string_view s, bool lettersOnly) {
    std::string out;
    for (const char c : s) {
        const auto u = static_cast<unsigned char>(c);
        if (lettersOnly ? std::isalnum(u) != 0 : (c != ' ' && c != '[' && c != ']' && c != '(' && c != ')'))
            out += static_cast<char>(std::tolower(u));
    }
    return out;
}

Channel channelOf(std::string_view words) {
    const auto key = squeezed(words, true);
    for (const auto& s : kSynonyms)
        if (s.word == key) return s.channel;
    return Channel::Count;
}

struct NameAndUnit {
    std::string_view name, unit;
};

/// "Speed [km/h]", "Speed (km/h)", "Speed_kmh", "speed, km/h": the name and the unit apart.
NameAndUnit apart(std::string_view header) {
    for (const char open : {'[', '('}) {
        const auto from = header.find(open);
        if (from != std::string_view::npos && from > 0) {
            auto unit = header.substr(from + 1);
            return {header.substr(0, from), unit.substr(0, unit.find(open == '[' ? ']' : ')'))};
        }
    }
    return {header, {}};
}

} // namespace

std::string_view name(Channel c) {
    static constexpr std::array<std::string_view, kChannelCount> names = {"time",
                                                                          "lap",
                                                                          "distance",
                                                                          "speed",
                                                                          "throttle",
                                                                          "brake",
                                                                          "steering",
                                                                          "gear",
                                                                          "engine speed",
                                                                          "lateral acceleration",
                                                                          "longitudinal acceleration",
                                                                          "vertical acceleration",
                                                                          "yaw rate",
                                                                          "x",
                                                                          "y",
                                                                          "z",
                                                                          "latitude",
                                                                          "longitude",
                                                                          "heading"};
    return names.at(static_cast<std::size_t>(c));
}

std::optional<double> unitFactor(Channel c, std::string_view unit) {
    const auto word = squeezed(unit, false);
    switch (c) {
    case Channel::Time: return lookUp(kTimeUnits, word);
    case Channel::Distance:
    case Channel::X:
    case Channel::Y:
    case Channel::Z: return lookUp(kLengthUnits, word);
    case Channel::Speed: return lookUp(kSpeedUnits, word);
    case Channel::Throttle:
    case Channel::Brake: return lookUp(kShareUnits, word);
    case Channel::Steering:
    case Channel::Heading: return lookUp(kAngleUnits, word);
    case Channel::YawRate: return lookUp(kTurnUnits, word);
    case Channel::LateralAcc:
    case Channel::LongitudinalAcc:
    case Channel::VerticalAcc: return lookUp(kAccUnits, word);
    case Channel::EngineSpeed: return lookUp(kRevUnits, word);
    default: return std::nullopt;
    }
}

ColumnMeaning meaningOfHeader(std::string_view header) {
    const auto [title, unit] = apart(header);
    ColumnMeaning m{channelOf(title)};
    if (m.channel != Channel::Count) {
        if (const auto factor = unitFactor(m.channel, unit)) m.factor = *factor, m.unitGiven = true;
        return m;
    }
    // "speed_kmh", "Throttle %": the last word may be the unit.
    const auto cut = title.find_last_of("_ ,%");
    if (cut == std::string_view::npos || cut == 0) return m;
    const auto head = title.substr(0, cut), tail = title.substr(title[cut] == '%' ? cut : cut + 1);
    const Channel c = channelOf(head);
    if (const auto factor = c == Channel::Count ? std::nullopt : unitFactor(c, tail)) return {c, *factor, true};
    return m;
}

} // namespace hl

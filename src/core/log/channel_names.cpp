// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/log/channel_names.h"

#include "core/log/log_input.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <span>
#include <unordered_map>

namespace hl {
namespace {

// Names without blanks, signs and accents, lower case. A new synonym is one word here.
struct Names {
    Channel channel;
    std::string_view words;
};
constexpr Names kNames[] = {
    {Channel::Time, "time t timestamp elapsedtime elapsed sessiontime logtime timeofday utc utctime seconds secs zeit "
                    "temps tempo tiempo tijd tid"},
    {Channel::Lap, "lap lapnumber lapno lapnum lapcount lapcounter currentlap lapindex runde rundennummer tour giro "
                   "vuelta ronde varv"},
    {Channel::Distance, "distance dist lapdistance lapdist distancelap distanceonlap odometer strecke distanz weg "
                        "distancia distanza afstand"},
    {Channel::Speed, "speed velocity v vel groundspeed speedoverground sog vehiclespeed carspeed wheelspeed speedkph "
                     "vitesse geschwindigkeit geschw velocidad velocita snelheid hastighet"},
    {Channel::Throttle, "throttle thr tps throttlepos throttleposition throttlepedal throttlepedalposition accelerator "
                        "acceleratorpedal acceleratorposition accelpedal app gas gaspedal gaspedalstellung pedal "
                        "acelerador acceleratore accelerateur papillon farfalla gaz gasspjall"},
    {Channel::Brake, "brake brk brakes brakepos brakeposition brakepedal brakepedalposition brakepressure brakepres "
                     "brakepress bremse bremsdruck bremspedal frein pressionfrein freno rem broms"},
    {Channel::Steering, "steering steer steeringangle steeringwheelangle steeringwheel steeringposition steeringpos "
                        "steerangle steeredangle swa lenkung lenkwinkel lenkradwinkel volant anglevolant sterzo "
                        "volante stuur stuurhoek ratt rattvinkel"},
    {Channel::Gear, "gear gearposition gearpos selectedgear currentgear gearnumber gearno gang rapport vitesseengagee "
                    "marcia marcha versnelling vaxel"},
    {Channel::EngineSpeed, "rpm enginespeed enginerpm engine revs revspermin nmot nengine drehzahl motordrehzahl "
                           "regime rgime regimemoteur rgimemoteur giri girimotore regimen toerental varvtal"},
    {Channel::LateralAcc, "lateralacc latacc lateralacceleration accelerationlateral acclateral acclat glat latg "
                          "lateralg gforcelat gforcelateral lateralgforce ay accy accely gy querbeschleunigung "
                          "beschlquer acclaterale accelerationlaterale accelerazionelaterale aceleracionlateral"},
    {Channel::LongitudinalAcc,
     "longitudinalacc longacc lonacc longitudinalacceleration accelerationlongitudinal acclongitudinal acclong acclon "
     "glong glon longg inlineg inlineacc gforcelong gforcelongitudinal longitudinalg longitudinalgforce ax accx accelx "
     "gx laengsbeschleunigung lngsbeschleunigung beschllaengs accelerationlongitudinale accelerazionelongitudinale "
     "aceleracionlongitudinal"},
    {Channel::VerticalAcc, "verticalacc vertacc verticalacceleration accelerationvertical accvertical accvert gvert "
                           "vertg verticalg gforcevert az accz accelz gz vertikalbeschleunigung accelerationverticale"},
    {Channel::YawRate, "yawrate yaw yawvelocity yawvel gyroz gyroyaw yawgyro rotz gierrate giergeschwindigkeit "
                       "vitesselacet lacet imbardata velocidadguinada"},
    {Channel::X, "x posx positionx worldx xpos xposition east easting localx carx"},
    {Channel::Y, "y posy positiony worldy ypos yposition north northing localy cary"},
    {Channel::Z, "z posz positionz worldz zpos altitude alt elevation ele height hoehe hhe altitud quota"},
    {Channel::Latitude, "latitude lat breite breitengrad latitudine latitud"},
    {Channel::Longitude, "longitude lon lng long laenge lngengrad laengengrad longitudine longitud"},
    {Channel::Pitch, "pitch pitchangle nick nickwinkel tangage angletangage beccheggio cabeceo"},
    {Channel::Roll, "roll rollangle wank wankwinkel roulis angleroulis rollio balanceo"},
    {Channel::Heading, "heading course courseoverground cog track bearing kurs cap rotta rumbo"},
};

// Words that say where a value was taken, not what it is.
constexpr std::string_view kNoise[] = {"gps",     "gnss",       "car",       "vehicle",  "ecu",   "can",      "obd",
                                       "raw",     "corr",       "corrected", "filtered", "filt",  "smoothed", "sensor",
                                       "calc",    "calculated", "avg",       "average",  "inst",  "actual",   "act",
                                       "current", "front",      "master",    "driver",   "value", "signal",   "channel",
                                       "imu",     "dash",       "log",       "total",    "abs"};

struct Unit {
    std::string_view word; // lower case, as written without blanks and brackets
    double factor;
};
constexpr Unit kTime[] = {{"s", 1},
                          {"ms", 1e-3},
                          {"us", 1e-6},
                          {"min", 60},
                          {"sec", 1},
                          {"secs", 1},
                          {"second", 1},
                          {"seconds", 1},
                          {"msec", 1e-3},
                          {"millis", 1e-3},
                          {"milliseconds", 1e-3},
                          {"\xC2\xB5s", 1e-6},
                          {"microseconds", 1e-6},
                          {"sek", 1},
                          {"minutes", 60}};
constexpr Unit kLength[] = {
    {"m", 1},      {"km", 1000},     {"ft", 0.3048},     {"mi", 1609.344},    {"metre", 1}, {"metres", 1}, {"meter", 1},
    {"meters", 1}, {"feet", 0.3048}, {"mile", 1609.344}, {"miles", 1609.344}, {"cm", 0.01}, {"yd", 0.9144}};
constexpr Unit kSpeed[] = {
    {"m/s", 1},       {"km/h", 1 / 3.6}, {"mph", 0.44704},   {"kn", 0.514444},    {"mps", 1},        {"ms-1", 1},
    {"m.s-1", 1},     {"kmh", 1 / 3.6},  {"kph", 1 / 3.6},   {"kmph", 1 / 3.6},   {"km/u", 1 / 3.6}, {"mi/h", 0.44704},
    {"kt", 0.514444}, {"kts", 0.514444}, {"knot", 0.514444}, {"knots", 0.514444}, {"ft/s", 0.3048}};
constexpr Unit kShare[] = {{"0..1", 1},       {"%", 0.01}, {"pct", 0.01}, {"percent", 0.01},
                           {"prozent", 0.01}, {"0-1", 1},  {"ratio", 1},  {"norm", 1}};
constexpr Unit kAngle[] = {
    {"rad", 1},          {"deg", kPi / 180},      {"radians", 1},     {"degree", kPi / 180}, {"degrees", kPi / 180},
    {"grad", kPi / 180}, {"\xC2\xB0", kPi / 180}, {"\xB0", kPi / 180}};
constexpr Unit kTurn[] = {{"rad/s", 1},
                          {"deg/s", kPi / 180},
                          {"rads", 1},
                          {"radps", 1},
                          {"dps", kPi / 180},
                          {"degs", kPi / 180},
                          {"degrees/s", kPi / 180},
                          {"deg/sec", kPi / 180},
                          {"\xC2\xB0/s", kPi / 180},
                          {"\xB0/s", kPi / 180}};
constexpr Unit kAcc[] = {{"m/s2", 1},     {"g", kGravity}, {"m/s^2", 1}, {"m/s\xC2\xB2", 1}, {"m/s\xB2", 1},
                         {"ms-2", 1},     {"mps2", 1},     {"m/ss", 1},  {"m/s/s", 1},       {"mg", kGravity / 1000},
                         {"gs", kGravity}};
constexpr Unit kRev[] = {{"rpm", 1},      {"1/min", 1},  {"rev/min", 1},
                         {"min-1", 1},    {"u/min", 1},  {"tr/min", 1},
                         {"giri/min", 1}, {"hz", 60},    {"rad/s", 60 / (2 * kPi)},
                         {"rps", 60},     {"krpm", 1000}};
constexpr Unit kDegreesOnly[] = {{"deg", 1},  {"degrees", 1},     {"\xC2\xB0", 1},
                                 {"\xB0", 1}, {"rad", 180 / kPi}, {"min", 1 / 60.0}};

std::span<const Unit> unitTable(Channel c) {
    switch (c) {
    case Channel::Time: return kTime;
    case Channel::Distance:
    case Channel::X:
    case Channel::Y:
    case Channel::Z: return kLength;
    case Channel::Speed: return kSpeed;
    case Channel::Throttle:
    case Channel::Brake: return kShare;
    case Channel::Steering:
    case Channel::Pitch:
    case Channel::Roll:
    case Channel::Heading: return kAngle;
    case Channel::YawRate: return kTurn;
    case Channel::LateralAcc:
    case Channel::LongitudinalAcc:
    case Channel::VerticalAcc: return kAcc;
    case Channel::EngineSpeed: return kRev;
    case Channel::Latitude:
    case Channel::Longitude: return kDegreesOnly;
    default: return {};
    }
}

char lower(char c) { return static_cast<char>(std::tolower(static_cast<unsigned char>(c))); }

std::string lettersOf(std::string_view s) {
    std::string out;
    for (const char c : s)
        if (std::isalnum(static_cast<unsigned char>(c))) out += lower(c);
    return out;
}

std::string unitWord(std::string_view s) {
    std::string out;
    for (const char c : s)
        if (c != ' ' && c != '[' && c != ']' && c != '(' && c != ')' && c != '"') out += lower(c);
    return out;
}

/// Every synonym by its letters; where two channels share one, the first listed has it.
std::unordered_map<std::string_view, Channel> byName() {
    std::unordered_map<std::string_view, Channel> out;
    for (const auto& n : kNames)
        for (std::size_t from = 0; from < n.words.size();) {
            const auto end = std::min(n.words.find(' ', from), n.words.size());
            out.try_emplace(n.words.substr(from, end - from), n.channel);
            from = end + 1;
        }
    return out;
}

Channel exactly(std::string_view key) {
    static const auto names = byName();
    const auto found = names.find(key);
    return found == names.end() ? Channel::Count : found->second;
}

/// Words of a name: at blanks, signs, and where "camelCase" changes.
std::vector<std::string> wordsOf(std::string_view s) {
    std::vector<std::string> words;
    std::string word;
    for (std::size_t i = 0; i < s.size(); ++i) {
        const auto c = static_cast<unsigned char>(s[i]);
        const bool hump = i > 0 && std::isupper(c) && std::islower(static_cast<unsigned char>(s[i - 1]));
        if (!std::isalnum(c) || hump) {
            if (!word.empty()) words.push_back(std::move(word));
            word.clear();
        }
        if (std::isalnum(c)) word += lower(s[i]);
    }
    if (!word.empty()) words.push_back(std::move(word));
    return words;
}

struct Named {
    Channel channel = Channel::Count;
    bool sure = true;
};

Named channelOf(std::string_view name) {
    if (const auto c = exactly(lettersOf(name)); c != Channel::Count) return {c, true};
    std::string kept;
    const auto words = wordsOf(name);
    for (const auto& w : words)
        if (std::find(std::begin(kNoise), std::end(kNoise), w) == std::end(kNoise)) kept += w;
    if (const auto c = exactly(kept); c != Channel::Count) return {c, true};
    // "Brake Press F", "Throttle Pedal 1": the first word that is known by itself, but then a person should look.
    for (std::size_t n = words.size(); n > 0; --n) {
        std::string head;
        for (std::size_t i = 0; i < n; ++i) head += words[i];
        if (head.size() > 2)
            if (const auto c = exactly(head); c != Channel::Count) return {c, false};
    }
    return {};
}

struct Apart {
    std::string_view name, unit;
};

/// "Speed [km/h]", "Speed (km/h)", "Speed {km/h}": the name and the unit apart.
Apart apart(std::string_view header) {
    for (const auto& [open, close] :
         {std::pair('[', ']'), std::pair('(', ')'), std::pair('{', '}'), std::pair('<', '>')}) {
        const auto from = header.find(open);
        if (from == std::string_view::npos || from == 0) continue;
        const auto unit = header.substr(from + 1);
        return {header.substr(0, from), unit.substr(0, unit.find(close))};
    }
    return {header, {}};
}

/// "speed_kmh", "Throttle %", "speed, km/h", "Speed in km/h": the last word may be the unit.
bool tailUnit(std::string_view header, ColumnGuess& g) {
    for (auto cut = header.find_last_of("_ ,%:-"); cut != std::string_view::npos && cut > 0;
         cut = header.find_last_of("_ ,%:-", cut - 1)) {
        auto head = header.substr(0, cut);
        const auto tail = header.substr(header[cut] == '%' ? cut : cut + 1);
        if (head.ends_with(" in")) head.remove_suffix(3);
        const auto named = channelOf(head);
        const auto factor = named.channel == Channel::Count ? std::nullopt : unitFactor(named.channel, tail);
        if (!factor) continue;
        g.channel = named.channel, g.sure = named.sure, g.factor = *factor, g.unitGiven = true, g.unit = tail;
        return true;
    }
    return false;
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
                                                                          "heading",
                                                                          "pitch",
                                                                          "roll"};
    return c == Channel::Count ? "not used" : names.at(static_cast<std::size_t>(c));
}

std::string_view key(Channel c) {
    static constexpr std::array<std::string_view, kChannelCount> keys = {
        "time",         "lap",         "distance",         "speed",        "throttle", "brake", "steering", "gear",
        "engine_speed", "lateral_acc", "longitudinal_acc", "vertical_acc", "yaw_rate", "x",     "y",        "z",
        "latitude",     "longitude",   "heading",          "pitch",        "roll"};
    return c == Channel::Count ? "none" : keys.at(static_cast<std::size_t>(c));
}

std::optional<double> unitFactor(Channel c, std::string_view unit) {
    const auto word = unitWord(unit);
    for (const auto& u : unitTable(c))
        if (u.word == word) return u.factor;
    return std::nullopt;
}

std::vector<std::string_view> unitsOf(Channel c) {
    std::vector<std::string_view> out;
    std::vector<double> seen;
    for (const auto& u : unitTable(c)) {
        if (std::find(seen.begin(), seen.end(), u.factor) != seen.end()) continue;
        out.push_back(u.word);
        seen.push_back(u.factor);
    }
    return out;
}

bool takeUnit(ColumnGuess& g, std::string_view unit) {
    const auto factor = unitFactor(g.channel, unit);
    if (!factor) return false;
    g.unit = unit, g.factor = *factor, g.unitGiven = true;
    g.reason = "named like " + std::string(name(g.channel)) + ", in " + g.unit;
    return true;
}

ColumnGuess guessColumn(std::string_view header) {
    ColumnGuess g;
    g.header = header;
    constexpr std::size_t kLongestName = 120; // what is longer is a sentence, and costs its length cubed
    if (header.size() > kLongestName) {
        g.reason = "too long for a name";
        return g;
    }
    const auto [title, unit] = apart(header);
    const auto named = channelOf(title);
    g.channel = named.channel, g.sure = named.sure, g.unit = unit;
    if (g.channel == Channel::Count ? !tailUnit(header, g) : (unit.empty() && tailUnit(header, g), false)) {
        g.reason = "no known name";
        return g;
    }
    if (!g.unitGiven && !unit.empty())
        if (const auto factor = unitFactor(g.channel, unit)) g.factor = *factor, g.unitGiven = true;
    g.reason = (g.sure ? "named like " : "resembles ") + std::string(name(g.channel));
    if (g.unitGiven)
        g.reason += ", in " + g.unit;
    else if (!g.unit.empty())
        g.reason += "; the unit \"" + g.unit + "\" is not known", g.sure = false;
    return g;
}

bool isUnit(std::string_view word) {
    for (std::size_t c = 0; c < kChannelCount; ++c)
        if (unitFactor(static_cast<Channel>(c), word)) return true;
    return false;
}

void applyChoices(std::vector<ColumnGuess>& columns, const std::vector<ColumnChoice>& choices) {
    for (const auto& choice : choices)
        for (auto& c : columns) {
            if (c.header != choice.header) continue;
            c.channel = choice.channel, c.sure = c.chosen = true, c.unitGiven = false, c.factor = 1, c.unit.clear();
            c.reason = "chosen";
            if (!choice.unit.empty() && takeUnit(c, choice.unit)) c.reason = "chosen, in " + choice.unit;
        }
}

void keepOneEach(std::vector<ColumnGuess>& columns) {
    for (std::size_t i = 0; i < columns.size(); ++i) {
        if (columns[i].channel == Channel::Count) continue;
        for (std::size_t k = i + 1; k < columns.size(); ++k) {
            if (columns[k].channel != columns[i].channel) continue;
            const auto worth = [](const ColumnGuess& g) { return 4 * g.chosen + 2 * g.sure + g.unitGiven; };
            auto& loser = worth(columns[k]) > worth(columns[i]) ? columns[i] : columns[k];
            const auto& winner = &loser == &columns[i] ? columns[k] : columns[i];
            loser.reason =
                "another column, \"" + winner.header + "\", is taken for " + std::string(name(winner.channel));
            loser.channel = Channel::Count;
            if (&loser == &columns[i]) break;
        }
    }
}

} // namespace hl

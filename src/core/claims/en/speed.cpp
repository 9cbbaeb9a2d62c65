// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

/// Which speed is meant, by the words nearest before it, then behind it.
std::string whichSpeed(const Find& f) {
    auto before = std::string(lastWords(f.before(), 9));
    if (const auto comma = before.rfind(" , "); comma != std::string::npos) before = before.substr(comma);
    if (const auto also = before.rfind(" and "); also != std::string::npos) before = before.substr(also);
    auto behind = std::string(f.after().substr(0, 48));
    if (const auto end = behind.find_first_of(",.;"); end != std::string::npos) behind.resize(end);
    if (const auto also = behind.find(" and "); also != std::string::npos) behind.resize(also);
    for (const auto* text : {&before, &behind}) {
        const std::string padded = " " + *text + " ";
        if (hasWord(padded, {"minimum", "slowest", "min", "apex", "middle", "mid", "lowest"})) return "min_speed_kmh";
        if (hasWord(padded, {"exit", "out", "leave", "leaving", "leaves", "away", "track-out"}))
            return "exit_speed_kmh";
        if (hasWord(padded, {"arrive", "arriving", "arrives", "entry", "approach", "approaching", "approaches", "top",
                             "in", "coming", "come", "before", "into"}) &&
            !hasWord(padded, {"down", "slow", "slows"}))
            return "entry_speed_kmh";
    }
    return "min_speed_kmh";
}

bool speed(const Find& f, Claim& c) {
    c.said.number = figureOf(f.group("n"));
    if (!f.group("m").empty()) c.said.upTo = figureOf(f.group("m"));
    const auto unit = f.group("unit");
    c.unit = unit.find("mi") != unit.npos || unit.find("mph") != unit.npos ? "mph" : "km/h";
    c.fact = whichSpeed(f);
    const auto behind = firstWord(f.after());
    if (hasWord(f.after().substr(0, 30), {"faster", "slower", "quicker", "more", "less"}) &&
        hasWord(behind, {"faster", "slower", "quicker", "more", "less"}))
        return false; // of a gain
    return c.said.number.has_value();
}

/// No unit: only where a speed is spoken of, and nothing else is counted.
bool bareSpeed(const Find& f, Claim& c) {
    const auto behind = firstWord(f.after());
    for (const auto other :
         {"percent", "%",      "per",        "metres", "metre", "m",      "board", "boards",  "degrees",
          "seconds", "s",      "tenths",     "yards",  "feet",  "rpm",    "laps",  "gears",   "km/h",
          "mph",     "miles",  "kilometres", "car",    "cars",  "marker", "bar",   "litres",  "k",
          "times",   "people", "to",         "or",     "litre", "second", "tenth", "corners", "turns"})
        if (behind == other) return false;
    const auto n = figureOf(f.group("n"));
    if (!n || *n < 35 || *n > 400) return false;
    c.said.number = n, c.unit = "km/h", c.fact = whichSpeed(f);
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<span>(?P<n>@N)) (?:at the (?:slowest|apex|minimum|lowest|exit)|in the middle|on the exit|on the way out|on exit|minimum)\b)",
     bareSpeed},
    {R"(\b(?:carry|carrying|carries|doing|reach|reaching)(?: about| around| roughly)? (?P<span>(?P<n>@N))(?: |$))",
     bareSpeed},
    {R"(\b(?P<n>@N)(?: (?:to|or|,) (?P<m>@N))? (?P<unit>km/h|k p h|km h|kilometres? (?:an|per) hour|km an hour|k's|ks|k|mph|m p h|miles? (?:an|per) hour)\b)",
     speed},
    {R"(\b(?:minimum|slowest|min|apex speed|minimum speed|mid corner|speed)(?: [a-z']+){0,6} (?P<span>(?P<n>@N))(?: |$))",
     bareSpeed},
    {R"(\b(?:out|exit|leave|leaving|arrive|arriving|come in|coming in|slow it|slows|slow|entry|entering|doing|down to)(?: it| there| here| is| speed| to| of| here)*(?: at| with| doing| to| about| around| roughly)*(?: about| around)? (?P<span>(?P<n>@N))(?: |$))",
     bareSpeed}};

} // namespace

const KindOfClaim kSpeedClaims{ClaimKind::Speed, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool length(const Find& f, Claim& c) {
    c.said.number = figureOf(f.group("n"));
    const auto unit = f.group("unit");
    c.unit = unit.find("yard") == 0  ? "yd"
             : unit.find("f") == 0   ? "ft"
             : unit.find("k") == 0   ? "km"
             : unit.find("car") == 0 ? "car_length"
                                     : "m";
    const auto behind = firstWord(f.after());
    for (const auto w :
         {"before", "after", "past",    "short",  "ahead",  "beyond", "earlier", "later", "wide", "high",
          "of",     "in",    "further", "deeper", "sooner", "off",    "away",    "from",  "more", "less"})
        if (behind == w &&
            !(behind == "of" && hasWord(f.after().substr(0, 30), {"braking", "brake", "trail", "trailing"})) &&
            !(behind == "from" && hasWord(f.after().substr(0, 40), {"turn", "line"})) &&
            !(behind == "in" || behind == "after"))
            return false;
    const std::string all = std::string(f.before()) + std::string(f.after().substr(0, 60));
    const auto has = [&](std::initializer_list<std::string_view> words) { return hasWord(all, words); };
    if (has({"lap", "circuit", "track"}) && !has({"brake", "braking", "wide"}) && *c.said.number > 500)
        c.fact = "track_length_m";
    else if (c.unit == "km")
        return false;
    else if (has({"trail", "trailing", "bleed", "bleeds", "turn-in", "carry"}) &&
             has({"trail", "brake", "pedal", "bleed", "trailing"}))
        c.fact = "trail_m";
    else if (all.find("into the turn") != all.npos || all.find("into the corner") != all.npos ||
             all.find("after you turn") != all.npos || all.find("past the turn") != all.npos)
        c.fact = "trail_m";
    else if (has({"braking", "brake", "brakes", "stopped", "stop", "stopping", "slow", "slowed"}))
        c.fact =
            lastWords(f.before(), 1) == "at " || lastWords(f.before(), 1) == "from " ? "brake_onset_m" : "brake_length";
    else if (has({"apex"}) && has({"turn", "turn-in"}))
        c.fact = "turn_to_apex";
    else
        return false;
    return c.said.number.has_value();
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<n>@N) (?P<unit>metres?|m|yards?|feet|ft|km|kilometres?|car lengths?)\b)", length}};

} // namespace

const KindOfClaim kMetreClaims{ClaimKind::Metres, kRules};

} // namespace hl

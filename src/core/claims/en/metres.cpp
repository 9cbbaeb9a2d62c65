// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool length(Find& f, Claim& c) {
    c.said.number = figureOf(f.group("n"));
    const auto unit = f.group("unit");
    c.unit = unit.find("yard") == 0  ? "yd"
             : unit.find("f") == 0   ? "ft"
             : unit.find("k") == 0   ? "km"
             : unit.find("car") == 0 ? "car_length"
                                     : "m";
    if (f.after().starts_with("/")) return false; // a speed
    const auto behind = firstWord(f.after());
    if (hasWord(behind, {"board", "boards", "marker", "markers", "sign", "mark", "post"})) return false; // names it
    for (const auto w :
         {"before", "after",   "past",   "short",  "ahead", "beyond", "earlier", "later", "wide", "high", "of",
          "in",     "further", "deeper", "sooner", "too",   "off",    "away",    "from",  "more", "less"})
        if (behind == w &&
            !(behind == "of" && hasWord(f.after().substr(0, 30), {"braking", "brake", "trail", "trailing"})) &&
            !(behind == "from" && hasWord(f.after().substr(0, 40), {"turn", "line"})) &&
            !(behind == "past" && hasWord(f.after().substr(0, 20), {"turn-in", "turn"})) &&
            !(behind == "in" || behind == "after"))
            return false;
    const std::string all = std::string(f.before()) + std::string(f.after().substr(0, 60));
    // "twenty metres of braking", "it takes ninety metres": a length, not where.
    const auto near = std::string(lastWords(f.before(), 5)) + " " + std::string(f.after().substr(0, 40)) + " ";
    const bool measures =
        hasWord(near, {"for",    "zone", "zone's", "distance", "long",  "takes",  "take", "took", "need",
                       "needs",  "use",  "uses",   "used",     "lasts", "lasted", "only", "just", "barely",
                       "within", "stop", "slow",   "is",       "was",   "it's",   "all"}) ||
        f.after().find("of brak") < 2 || f.after().find("on the brake") < 2 ||
        hasWord(lastWords(f.before(), 1), {"in", "at", "from"});
    if (hasWord(lastWords(f.before(), 1), {"say", ","}) &&
        !(f.after().find("of brak") < 2 || f.after().find("on the brake") < 2) &&
        hasWord(f.before(), {"board", "post", "marker", "before", "after"}))
        return false;
    const auto has = [&](std::initializer_list<std::string_view> words) { return hasWord(all, words); };
    if (has({"lap", "circuit", "track", "round", "around"}) && !has({"brake", "braking", "wide"}) &&
        *c.said.number * (c.unit == "km" ? 1000 : 1) > 500)
        c.fact = "track_length_m";
    else if (c.unit == "km")
        return false;
    else if (has({"trail", "trailing", "bleed", "bleeds", "turn-in", "carry"}) &&
             has({"trail", "brake", "pedal", "bleed", "trailing"}))
        c.fact = "trail_m";
    else if (all.find("into the turn") != all.npos || all.find("into the corner") != all.npos ||
             all.find("after you turn") != all.npos || all.find("after turn") != all.npos ||
             all.find("past the turn") != all.npos)
        c.fact = "trail_m";
    else if ((has({"braking", "braking's", "brake", "brakes", "stopped", "stop", "stopping", "slow", "slowed",
                   "slowing"}) ||
              (has({"pedal"}) && !has({"throttle", "power", "gas", "right"}))) &&
             measures)
        c.fact =
            lastWords(f.before(), 1) == "at " || lastWords(f.before(), 1) == "from " ? "brake_onset_m" : "brake_length";
    else if (has({"apex"}) && has({"turn", "turn-in"}))
        c.fact = "turn_to_apex";
    else
        return false;
    return c.said.number.has_value();
}

/// "at metre 412", "the apex is 497 metres from the line"
bool fromTheLine(Find& f, Claim& c) {
    struct Event {
        std::string_view fact;
        std::initializer_list<std::string_view> words;
    };
    static const Event kEvents[] = {{"brake_onset_m", {"brake", "brakes", "braking", "braked", "pedal"}},
                                    {"turn_in_m", {"turn", "turns", "turning", "turn-in", "steer"}},
                                    {"apex_m", {"apex", "clip"}},
                                    {"full_throttle_m", {"full", "flat"}},
                                    {"throttle_pickup_m", {"throttle", "power"}},
                                    {"min_speed_m", {"slowest", "minimum"}}};
    for (const auto& e : kEvents)
        if (hasWord(f.sentence, e.words)) {
            c.fact = std::string(e.fact);
            break;
        }
    constexpr double kNoDistanceToAThing = 150;
    c.said.number = figureOf(f.group("n")), c.unit = "m";
    return !c.fact.empty() && c.said.number && (f.group("sure").size() > 0 || *c.said.number > kNoDistanceToAThing);
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<span>(?P<sure>metre|marker metre|track metre) (?P<n>@N))\b)", fromTheLine},
    {R"(\b(?P<span>(?P<n>@N) (?:metres?|m)) (?P<sure>from|after|past|into|round) (?:the )?(?:timing line|start line|finish line|start|line|lap)\b)",
     fromTheLine},
    {R"(\bat (?P<span>(?P<n>@N) (?:metres?|m))(?: ,| \.| and| ?$))", fromTheLine},
    {R"(\b(?P<n>@N) (?P<unit>metres?|m|yards?|feet|ft|km|kilometres?|car lengths?)\b)", length}};

} // namespace

const KindOfClaim kMetreClaims{ClaimKind::Metres, kRules};

} // namespace hl

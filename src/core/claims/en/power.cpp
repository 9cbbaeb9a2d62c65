// SPDX-License-Identifier: GPL-3.0-or-later
// When the power comes back: found by its place ("before the apex"), read by the words of the clause.
#include "core/claims/lexicon.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr Meaning kPedals[] = {
    {"pickup", "throttle|the throttle|on throttle|on the throttle|back on the throttle|back to the throttle|"
               "to the throttle|pick up the throttle|picks up the throttle|picking up the throttle|"
               "squeeze the throttle|squeeze on the throttle|feed in the throttle|feed the throttle|"
               "touch the throttle|open the throttle|first touch of throttle|first touch of the throttle|"
               "throttle on|throttle comes on|throttle goes on|throttle comes back in|throttle goes back on|"
               "throttle again|early throttle|power|the power|on power|on the power|power on|power's on|"
               "power goes on|power comes on|power comes back|back on the power|back on power|back to power|"
               "to the power|pick up the power|squeeze the power|squeeze on the power|feed in the power|"
               "feed the power in|feed the power|feed power in|get the power down|early power|loud pedal|"
               "on the loud pedal|accelerate|accelerates|accelerating|acceleration|start accelerating|"
               "back on it|foot goes down again|foot goes back down|foot's back in|foot back in|foot is back in|foot "
               "goes back in|i'm on it|we're on it|you're "
               "on it|throttle's on|throttle's back on|back on|squeeze on|squeeze it on|feed it in|"
               "get on it|gets on it|throttle's back|power's back|throttle is back|power is back|breathe on the "
               "throttle|throttle's picked up|throttle is picked up|"
               "throttle gets picked up|picked up the throttle|picked the throttle up|pick the throttle up|"
               "picks the throttle up|throttle picked up"},
    {"full", "full throttle|on full throttle|at full throttle|full power|at full power|on full power|"
             "maximum throttle|maximum power|flat|flat out|foot down|foot flat|foot to the floor|foot's flat|"
             "foot's flat to the boards|foot is flat|flat to the boards|flat to the floor|wide open|"
             "throttle wide open|wide open throttle|throttle fully open|fully on the throttle|"
             "fully on the power|fully on it|floor it|floored|pinned|throttle pinned|planted|foot planted|"
             "foot buried|throttle buried|all the throttle|all the power|a hundred percent throttle|"
             "100 percent throttle|100 % throttle|on full|pedal to the metal|nailed|nail it|bury it|"
             "hammer down|fully open|back to full|throttle goes to the floor|throttle to the floor|"
             "throttle to the stop|throttle goes to the stop|foot goes to the floor|foot goes down"}};

/// What else may happen at a place; nearer than a pedal it takes the place for itself.
constexpr Meaning kElses[] = {
    {"", "brake|brakes|braking|braked|turn|turn in|turning|lift|lifting|off the throttle|off the power|"
         "off throttle|lifts|shift|downshift"},
    {"no", "no power"}};

std::string_view relation(std::string_view r) {
    const auto has = [&](std::string_view w) { return r.find(w) != r.npos; };
    if (has("just after") || has("just past") || has("right after") || has("straight after") || has("shortly after") ||
        has("immediately after"))
        return "just_after";
    if (has("by the time")) return "by";
    if (has("before")) return "before";
    if (has("until after") || has("after") || has("past") || has("beyond") || has("wait for")) return "after";
    if (has("by")) return "by";
    return "at"; // at, from, until
}

bool power(Find& f, Claim& c) {
    const auto s = f.sentence;
    const auto to = f.group("to");
    const bool apex = to.find("apex") != to.npos || to.find("middle") != to.npos;
    const auto rel = f.group("rel");
    if (to.find_first_not_of("0123456789") == to.npos &&
        hasWord(firstWord(f.after()), {"%", "percent", "km/h", "mph", "miles", "kilometres", "metres", "m", "per"}))
        return false;
    if (!apex && !f.group("n").empty()) return false; // a distance
    auto clause = clauseAround(s, f.from, f.to);
    if (!apex) {
        if (const auto also = s.substr(0, f.from).rfind(" and "); also != s.npos)
            clause.from = std::max(clause.from, also + 4);
        if (const auto also = s.find(" and ", f.to); also != s.npos) clause.to = std::min(clause.to, also + 1);
    }
    const Stretch place{f.from, f.to};
    auto pedal = nearestPhrase(s, {clause.from, f.from}, place, lexiconOf<kPedals>());
    if (!pedal) pedal = nearestPhrase(s, {f.to, clause.to}, place, lexiconOf<kPedals>());
    const bool startsClause = f.from <= clause.from + 1;
    if (!pedal && apex && startsClause) { // "after the apex, full power"; "wait for the apex, then gas"
        auto next = clauseBehind(s, clause);
        if (next.to - next.from <= 6) next = clauseBehind(s, next); // ", then"
        pedal = nearestPhrase(s, next, place, lexiconOf<kPedals>());
        if (pedal && pedal->at.from > f.to + 24) pedal.reset();
        if (!pedal && clause.from > 0) { // "gas on early, before the apex"
            const auto before = clauseAround(s, clause.from - 1, clause.from - 1);
            pedal = nearestPhrase(s, {before.from, f.from}, place, lexiconOf<kPedals>());
        }
    }
    if (!pedal) return false;
    if (!apex && hasWord(lastWords(f.before(), 2), {"brake", "brakes", "braking", "turn", "lift"}) &&
        pedal->at.from > f.to)
        return false; // "brake at the post ... power"
    if (const auto other = nearestPhrase(s, {std::min(pedal->at.to, f.from), std::max(f.from, pedal->at.from)}, place,
                                         lexiconOf<kElses>()))
        return false;
    if (rel == "from" && pedal->at.from > f.to && hasWord(s.substr(f.to, pedal->at.from - f.to), {"to"}))
        return false; // "from the apex it's a short way to full throttle"
    const auto before = lastWords(s.substr(0, pedal->at.from), 3);
    if (hasWord(before, {"off", "lose", "less", "loses", "still"})) return false; // "still flat": not yet braking
    const bool full = pedal->means == "full";
    if (full && hasWord(firstWord(s.substr(pedal->at.to)), {"part", "bit", "section", "piece", "stretch", "ground"}))
        return false;                                                                     // of the road
    if (!apex && full && (rel.find("past") != rel.npos || rel == "beyond")) return false; // all the way past it
    c.said.what = std::string(pedal->means);
    c.said.rel = std::string(relation(rel));
    if (rel == "until" && f.after().find("is behind") < 2) c.said.rel = "after";
    if (rel == "until" && c.said.rel == "at" &&
        !hasWord(lastWords(s.substr(0, pedal->at.from), 3), {"no", "not", "don't", "never", "nothing"}) &&
        !hasWord(lastWords(f.before(), 6), {"wait", "not", "no", "don't", "patience", "patient", "delay"}))
        return false; // "hold the power until ..."
    c.said.to = apex ? "apex" : std::string(to);
    c.fact = full ? "full_throttle_m" : "throttle_pickup_m";
    f.from = std::min(f.from, pedal->at.from), f.to = std::max(f.to, pedal->at.to);
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?:(?P<n>@N) (?:metres?|m|yards?|feet|car lengths?|lengths?) )?(?P<rel>only just after|just after|right after|straight after|immediately after|shortly after|well after|long after|way after|only after|until after|until well past|until you're past|until past|just before|well before|right before|long before|before you (?:reach|get to|hit|see)|before reaching|once (?:you're |you are |we're |i'm )?past|when you're past|until|as you pass|right at|exactly at|by the time you (?:reach|get to|are at)|wait for|well past|just past|before|by|at|after|past|beyond|from) (?:the |that |your )?(?P<to>(?:second |first |late )?apex|middle of the (?:corner|turn)|middle|exit kerb|inside kerb|@THING)\b)",
     power}};

} // namespace

const KindOfClaim kPowerClaims{ClaimKind::Power, kRules};

} // namespace hl

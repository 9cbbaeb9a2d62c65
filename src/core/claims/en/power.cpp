// SPDX-License-Identifier: GPL-3.0-or-later
// When the power comes back: found by its place ("before the apex"), read by the words of the clause.
#include "core/claims/lexicon.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr Phrase kPedal[] = {{"throttle", "pickup"},
                             {"the throttle", "pickup"},
                             {"on throttle", "pickup"},
                             {"on the throttle", "pickup"},
                             {"back on the throttle", "pickup"},
                             {"back to the throttle", "pickup"},
                             {"to the throttle", "pickup"},
                             {"pick up the throttle", "pickup"},
                             {"picks up the throttle", "pickup"},
                             {"picking up the throttle", "pickup"},
                             {"squeeze the throttle", "pickup"},
                             {"squeeze on the throttle", "pickup"},
                             {"feed in the throttle", "pickup"},
                             {"feed the throttle", "pickup"},
                             {"touch the throttle", "pickup"},
                             {"open the throttle", "pickup"},
                             {"first touch of throttle", "pickup"},
                             {"first touch of the throttle", "pickup"},
                             {"throttle on", "pickup"},
                             {"throttle comes on", "pickup"},
                             {"throttle goes on", "pickup"},
                             {"throttle comes back in", "pickup"},
                             {"throttle goes back on", "pickup"},
                             {"throttle again", "pickup"},
                             {"early throttle", "pickup"},
                             {"power", "pickup"},
                             {"the power", "pickup"},
                             {"on power", "pickup"},
                             {"on the power", "pickup"},
                             {"power on", "pickup"},
                             {"power's on", "pickup"},
                             {"power goes on", "pickup"},
                             {"power comes on", "pickup"},
                             {"power comes back", "pickup"},
                             {"back on the power", "pickup"},
                             {"back on power", "pickup"},
                             {"back to power", "pickup"},
                             {"to the power", "pickup"},
                             {"pick up the power", "pickup"},
                             {"squeeze the power", "pickup"},
                             {"squeeze on the power", "pickup"},
                             {"feed in the power", "pickup"},
                             {"feed the power in", "pickup"},
                             {"feed the power", "pickup"},
                             {"feed power in", "pickup"},
                             {"get the power down", "pickup"},
                             {"early power", "pickup"},
                             {"loud pedal", "pickup"},
                             {"on the loud pedal", "pickup"},
                             {"accelerate", "pickup"},
                             {"accelerates", "pickup"},
                             {"accelerating", "pickup"},
                             {"acceleration", "pickup"},
                             {"start accelerating", "pickup"},
                             {"back on it", "pickup"},
                             {"throttle's on", "pickup"},
                             {"throttle's back on", "pickup"},
                             {"back on", "pickup"},
                             {"squeeze on", "pickup"},
                             {"squeeze it on", "pickup"},
                             {"feed it in", "pickup"},
                             {"get on it", "pickup"},
                             {"gets on it", "pickup"},
                             {"breathe on the throttle", "pickup"},
                             {"full throttle", "full"},
                             {"on full throttle", "full"},
                             {"at full throttle", "full"},
                             {"full power", "full"},
                             {"at full power", "full"},
                             {"on full power", "full"},
                             {"maximum throttle", "full"},
                             {"maximum power", "full"},
                             {"flat", "full"},
                             {"flat out", "full"},
                             {"foot down", "full"},
                             {"foot flat", "full"},
                             {"foot to the floor", "full"},
                             {"foot's flat", "full"},
                             {"foot's flat to the boards", "full"},
                             {"foot is flat", "full"},
                             {"flat to the boards", "full"},
                             {"flat to the floor", "full"},
                             {"wide open", "full"},
                             {"throttle wide open", "full"},
                             {"wide open throttle", "full"},
                             {"throttle fully open", "full"},
                             {"fully on the throttle", "full"},
                             {"fully on the power", "full"},
                             {"fully on it", "full"},
                             {"floor it", "full"},
                             {"floored", "full"},
                             {"pinned", "full"},
                             {"throttle pinned", "full"},
                             {"planted", "full"},
                             {"foot planted", "full"},
                             {"foot buried", "full"},
                             {"throttle buried", "full"},
                             {"all the throttle", "full"},
                             {"all the power", "full"},
                             {"a hundred percent throttle", "full"},
                             {"100 percent throttle", "full"},
                             {"100 % throttle", "full"},
                             {"on full", "full"},
                             {"pedal to the metal", "full"},
                             {"nailed", "full"},
                             {"nail it", "full"},
                             {"bury it", "full"},
                             {"hammer down", "full"},
                             {"fully open", "full"},
                             {"back to full", "full"}};

/// What else may happen at a place; nearer than a pedal it takes the place for itself.
constexpr Phrase kElse[] = {
    {"brake", ""},         {"brakes", ""},       {"braking", ""},    {"braked", ""},  {"turn", ""},
    {"turn in", ""},       {"turning", ""},      {"lift", ""},       {"lifting", ""}, {"off the throttle", ""},
    {"off the power", ""}, {"off throttle", ""}, {"no power", "no"}, {"lifts", ""},   {"shift", ""},
    {"downshift", ""}};

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
    auto pedal = nearestPhrase(s, {clause.from, f.from}, place, kPedal);
    if (!pedal) pedal = nearestPhrase(s, {f.to, clause.to}, place, kPedal);
    const bool startsClause = f.from <= clause.from + 1;
    if (!pedal && apex && startsClause) { // "after the apex, full power"; "wait for the apex, then gas"
        auto next = clauseBehind(s, clause);
        if (next.to - next.from <= 6) next = clauseBehind(s, next); // ", then"
        pedal = nearestPhrase(s, next, place, kPedal);
        if (pedal && pedal->at.from > f.to + 24) pedal.reset();
        if (!pedal && clause.from > 0) { // "gas on early, before the apex"
            const auto before = clauseAround(s, clause.from - 1, clause.from - 1);
            pedal = nearestPhrase(s, {before.from, f.from}, place, kPedal);
        }
    }
    if (!pedal) return false;
    if (const auto other =
            nearestPhrase(s, {std::min(pedal->at.to, f.from), std::max(f.from, pedal->at.from)}, place, kElse))
        return false;
    const auto before = lastWords(s.substr(0, pedal->at.from), 3);
    if (hasWord(before, {"off", "lose", "less", "loses"})) return false;
    const bool full = pedal->means == "full";
    if (!apex && full && (rel.find("past") != rel.npos || rel == "from" || rel == "beyond") && f.group("rel") != "from")
        return false; // all the way past it
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

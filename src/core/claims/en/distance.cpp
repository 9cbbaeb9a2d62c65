// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

std::string unitOf(std::string_view word) {
    if (word.empty()) return "m";
    if (word.find("yard") != word.npos) return "yd";
    if (word.find("f") == 0) return "ft";
    if (word.find("car") != word.npos || word.find("length") != word.npos) return "car_length";
    return "m";
}

/// What happens there, by the words of the clause; empty where nothing does.
std::string eventAround(const Find& f) {
    const auto clauseStart = f.before().find_last_of(",;:");
    const auto before = clauseStart == f.before().npos ? f.before() : f.before().substr(clauseStart + 1);
    const auto end = f.after().find_first_of(",;:.!?");
    const auto after = f.after().substr(0, std::min(end, f.after().size()));
    // The nearest verb before the place, else the first one behind it, else one of the clause before.
    struct Event {
        std::string_view fact;
        std::initializer_list<std::string_view> words;
    };
    static const Event kEvents[] = {
        {"brake_onset_m", {"brake", "brakes", "braking", "braked", "pedal", "stamp", "anchors", "stop", "brakepoint"}},
        {"lift_start_m", {"lift", "lifts", "lifting", "lifted", "breathe"}},
        {"turn_in_m", {"turn", "turns", "turning", "turned", "steer", "turn-in", "peel", "commit"}},
        {"apex_m", {"apex", "clip", "clips", "apexes"}},
        {"throttle_pickup_m", {"power", "throttle", "squeeze", "accelerate", "pick"}},
        {"full_throttle_m", {"flat", "full", "floor"}},
        {"shift_m", {"shift", "shifts", "change", "downshift", "upshift", "gear"}}};
    const auto nearest = [&](std::string_view text, bool last) {
        std::string_view fact;
        std::size_t best = 0;
        for (const auto& e : kEvents)
            for (const auto w : e.words) {
                const auto padded = " " + std::string(w) + " ";
                const auto at = last ? text.rfind(padded) : text.find(padded);
                if (at == text.npos) continue;
                if (fact.empty() || (last ? at > best : at < best)) fact = e.fact, best = at;
            }
        return fact;
    };
    if (before.find("off the throttle") != before.npos || before.find("off the power") != before.npos)
        return "lift_start_m";
    if (const auto fact = nearest(before, true); !fact.empty()) return std::string(fact);
    if (const auto fact = nearest(after, false); !fact.empty()) return std::string(fact);
    if (hasWord(before, {"look",  "see",  "is",    "was",    "are",     "there's", "stands", "there",
                         "named", "sits", "watch", "parked", "marshal", "bump",    "grip",   "car",
                         "goes",  "road", "wall",  "camber", "that's",  "it's",    "view"}) ||
        hasWord(after, {"is", "was", "stands", "sits", "are"}))
        return {};
    if (clauseStart != f.before().npos)
        if (const auto fact = nearest(f.before().substr(0, clauseStart + 1), true); !fact.empty())
            return std::string(fact);
    const auto words = lastWords(before, 3); // "at the 50 board", and no more
    return words.size() <= 2 ||
                   hasWord(words, {"i'm", "am", "on", "go", "it", "just", "then", "so", "and", "in", "again", "right"})
               ? "brake_onset_m"
               : std::string();
}

bool place(const Find& f, Claim& c) {
    if (hasWord(lastWords(f.before(), 1), {"look", "looking", "looks", "watch", "see", "stare", "aim", "point"}))
        return false;
    c.fact = eventAround(f);
    if (c.fact.empty()) return false;
    const auto prep = f.group("prep");
    const bool before = hasWord(prep, {"before", "short", "ahead", "front"}),
               after = hasWord(prep, {"after", "past", "beyond"});
    const auto n = f.group("n");
    const auto thing = f.group("thing");
    c.said.ref = std::string(thing);
    c.unit = unitOf(f.group("unit"));
    constexpr double kJust = 15;
    if (!n.empty()) {
        if (!before && !after) return false;
        const double value = n == "half a" ? 0.5 : n == "a couple of" ? 2 : figureOf(n).value_or(0);
        c.said.number = before ? -value : value;
    } else if (before)
        c.said.number = -kJust, c.said.upTo = 0;
    else if (after)
        c.said.number = 0, c.said.upTo = kJust;
    else
        c.said.number = 0;
    return true;
}

bool between(const Find& f, Claim& c) {
    c.fact = eventAround(f);
    if (c.fact.empty()) return false;
    c.said.ref = std::string(f.group("thing")), c.said.otherRef = std::string(f.group("other")), c.unit = "";
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?:(?P<n>@N|half a|a couple of|a|one) (?P<unit>metres?|m|yards?|feet|ft|foot|car lengths?|cars?|lengths?) )(?P<prep>before|after|past|beyond|short of|ahead of|in front of) (?:the |that |a |this )?(?P<thing>@THING)\b)",
     place},
    {R"(\b(?:(?:just|right|dead|well|shortly|slightly|immediately|straight|a little|a bit|a touch|exactly|bang) )?(?P<prep>before|after|past|beyond|short of|ahead of|in front of|at|by|on|level with|alongside|as you pass|as i pass|as you reach|when you pass|when you reach|when i reach|when you get to|once you reach|once you pass) (?:the |that |a |this )?(?P<thing>@THING)\b)",
     place},
    {R"(\bbrak(?:e|ing) (?:point|marker|mark|reference)(?: here| for this| for me)?(?: is| was|'s) (?P<span>(?:the |that |a )?(?P<thing>@THING))\b)",
     [](const Find& f, Claim& c) {
         c.fact = "brake_onset_m", c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m";
         return true;
     }},
    {R"(\bbetween (?:the )?(?P<thing>@THING) and (?:the )?(?P<other>@THING)\b)", between}};

} // namespace

const KindOfClaim kDistanceClaims{ClaimKind::Distance, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"
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

constexpr Meaning kEvents[] = {
    {"brake_onset_m",
     "brake|brakes|braking|braked|pedal|stamp|anchors|stop|brakepoint|pressure|slowing|slowed|slow down|"
     "slow it|it all starts|it all begins"},
    {"lift_start_m", "lift|lifts|lifting|lifted|breathe|back off|ease off|eases off|eased off"},
    {"turn_in_m", "turn|turns|turning|turned|steer|turn-in|peel|commit"},
    {"apex_m", "apex|clip|clips|apexes"},
    {"throttle_pickup_m", "power|throttle|squeeze|accelerate|pick|back on"},
    {"full_throttle_m", "flat|full|floor"},
    {"shift_m", "shift|shifts|change|downshift|upshift|gear comes|gear goes"}};

/// What happens there, by the words of the clause; empty where nothing does.
std::string eventAround(const Find& f) {
    const auto clauseStart = f.before().find_last_of(",;:");
    const auto before = clauseStart == f.before().npos ? f.before() : f.before().substr(clauseStart + 1);
    const auto end = f.after().find_first_of(",;:.!?");
    const auto after = f.after().substr(0, std::min(end, f.after().size()));
    // The nearest verb before the place, else the first one behind it, else one of the clause before.
    const auto nearest = [&](std::string_view text, bool last) {
        std::string_view fact;
        lexiconOf<kEvents>().eachIn(text, {0, text.size()}, [&](std::string_view means, Stretch) {
            if (last || fact.empty()) fact = means;
        });
        return fact;
    };
    for (const auto* off :
         {"off the throttle", "off the power", "come off", "comes off", "came off", "off throttle", "back off"})
        if (before.find(off) != before.npos && before.find("brake") == before.npos) return "lift_start_m";
    for (const auto* mark : {"my marker", "your marker", "the marker", "leave it", "leaves it", "left it"})
        if (before.find(mark) != before.npos && !hasWord(before, {"turn", "lift", "throttle", "power"}))
            return "brake_onset_m";
    if (before.find("nose goes in") != before.npos || before.find("wheel goes") != before.npos ||
        before.find("steering goes") != before.npos || before.find("lock goes") != before.npos)
        return "turn_in_m";
    if (const auto fact = nearest(before, true); !fact.empty()) {
        const bool full = hasWord(before, {"full", "maximum", "flat"}) || before.find("wide open") != before.npos;
        return fact == "throttle_pickup_m" && full ? "full_throttle_m" : std::string(fact);
    }
    if (hasWord(after.substr(0, 16), {"still"})) return {}; // "at the barn we are still flat": nothing happens there
    if (const auto fact = nearest(after, false); !fact.empty()) return std::string(fact);
    if (hasWord(before, {"look",   "see",   "was",    "are",    "there's", "stands",  "there",  "smooth", "bumpy",
                         "narrow", "named", "sits",   "watch",  "parked",  "marshal", "bump",   "grip",   "car",
                         "goes",   "bends", "kinks",  "curves", "sweeps",  "leads",   "climbs", "drops",  "rises",
                         "road",   "wall",  "camber", "that's", "it's",    "view"}) ||
        hasWord(after, {"is", "was", "stands", "sits", "are"}))
        return {};
    if (clauseStart != f.before().npos)
        if (const auto fact = nearest(f.before().substr(0, clauseStart + 1), true); !fact.empty())
            return std::string(fact);
    if (hasWord(f.before(), {"bends", "kinks", "curves", "sweeps"})) return {}; // the road itself
    if (before.ends_with(" in ") && ordinalOf(firstWord(lastWords(before, 2))))
        return {}; // "third in before the hedge"
    const bool nothingBefore = before.find_first_not_of(' ') == before.npos;
    static const Pattern kBarely(R"(^ ?(?:not|never|maybe|and|so|but|no|well)? ?$)"),
        kTooLate(R"(^[^.]{0,24}\btoo (?:late|early|deep)\b)");
    if (kBarely.in(before) && kTooLate.in(f.after())) return "brake_onset_m";
    if (hasWord(f.sentence.substr(0, f.from), {"look", "looking", "glance", "glancing"})) return {}; // past it
    if (nothingBefore && end != f.after().npos) // "with the post beside you, brake"
        if (const auto fact = nearest(f.after().substr(end + 1, 20), false); !fact.empty()) return std::string(fact);
    if (nothingBefore) // "at the 50 board", and no more; not "after the hedge the road opens"
        return after.find_first_not_of(' ') == after.npos ? "brake_onset_m" : std::string();
    return hasWord(lastWords(before, 1), {"i'm", "am", "on", "it", "just", "then", "so", "and", "in", "again"})
               ? "brake_onset_m"
               : std::string();
}

bool brakingThere(Find& f, Claim& c) {
    c.fact = "brake_onset_m", c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m";
    return true;
}

/// A bare figure may name a board ("at the 50"), or count something.
bool counts(const Find& f) {
    const auto thing = f.group("thing");
    return thing.find_first_not_of("0123456789") == thing.npos &&
           hasWord(firstWord(f.after()), {"%", "percent", "km/h", "mph", "miles", "kilometres", "metres", "m", "yards",
                                          "feet", "seconds", "tenths", "rpm", "degrees", "k", "per"});
}

/// "doing 205", "190 km/h": what is at the place is a speed.
bool endsWithSpeed(std::string_view before) {
    const auto last = lastWords(before, 1);
    if (hasWord(last, {"km/h", "mph", "kph"})) return true;
    constexpr double kSlowest = 40;
    return figureOf(std::string(last.substr(0, last.find_last_not_of(' ') + 1))).value_or(0) >= kSlowest &&
           hasWord(lastWords(before, 6), {"doing", "do", "does", "speed", "carrying", "carry", "arrive", "arriving"});
}

bool place(Find& f, Claim& c) {
    if (counts(f) || f.inside() == "on board") return false;
    static const Pattern kPoint(R"(\b(?:brake|braking|turn-in|turn in|lift|lifting) point $)");
    if (!kPoint.in(f.before()) &&
        hasWord(lastWords(f.before(), 1), {"look", "looking", "looks", "watch", "see", "stare", "aim", "point",
                                           "looked", "stared", "pointed", "glanced", "glance", "glancing", "waved"}))
        return false;
    if (hasWord(firstWord(f.after()), {"side", "end", "'s"}) || f.after().starts_with("'s"))
        return false; // "on the hedge side"
    const bool figure = f.group("thing").find_first_not_of("0123456789") == std::string_view::npos;
    if (figure && hasWord(f.before(), {"coming", "arrive", "arriving", "arrives", "doing", "speed", "leave", "left",
                                       "exit", "out", "carry"}))
        return false;
    if (endsWithSpeed(f.before())) return false; // "205 at the barn"
    static const Pattern kSwitched(R"(\bturn(?:ed|s|ing)? (?:the |my |his |her )?[a-z]+ (?:off|on|up|down) $)");
    if (kSwitched.in(f.before())) return false; // "turned the radio off at the oak"
    c.fact = eventAround(f);
    if (c.fact.empty() && !f.group("n").empty() && f.before().ends_with(" it's ")) c.fact = "brake_onset_m";
    if (c.fact.empty()) return false;
    const auto prep = " " + std::string(f.group("prep")) + " ";
    const bool before = hasWord(prep, {"before", "short", "ahead", "front"}),
               after = hasWord(prep, {"after", "past", "beyond"}) && !hasWord(prep, {"when", "as", "once", "brushing"});
    const auto n = f.group("n");
    c.nearly = c.nearly || hasWord(f.inside(), {"odd"}); // "twenty-odd metres"
    const auto thing = f.group("thing");
    c.said.ref = std::string(thing);
    c.unit = unitOf(f.group("unit"));
    constexpr double kJust = 15, kWell = 60;
    const bool well = hasWord(lastWords(f.before(), 1), {"well", "way", "long"}) || f.inside().starts_with("well ") ||
                      f.inside().starts_with("way ") || f.inside().starts_with("long ");
    if (!n.empty()) {
        if (!before && !after) return false;
        const double value = n == "half a" ? 0.5 : n == "a couple of" ? 2 : figureOf(n).value_or(0);
        c.said.number = before ? -value : value;
    } else if (before && well)
        c.said.number = -kWell, c.said.upTo = -kJust;
    else if (after && well)
        c.said.number = kJust, c.said.upTo = kWell;
    else if (before)
        c.said.number = -kJust, c.said.upTo = 0;
    else if (after)
        c.said.number = 0, c.said.upTo = kJust;
    else
        c.said.number = 0;
    return true;
}

bool between(Find& f, Claim& c) {
    c.fact = eventAround(f);
    if (c.fact.empty()) return false;
    c.said.ref = std::string(f.group("thing")), c.said.otherRef = std::string(f.group("other")), c.unit = "";
    return true;
}

/// At a thing, or so far behind it (`way` 1) or before it (-1).
bool from(Find& f, Claim& c, double way) {
    c.fact = eventAround(f);
    if (c.fact.empty()) return false;
    c.said.ref = std::string(f.group("thing"));
    c.unit = unitOf(f.group("unit"));
    c.said.number = way == 0 ? 0 : way * figureOf(f.group("n")).value_or(0);
    return true;
}

constexpr ClaimRule kRules
    [] = {{R"(\b(?:(?P<n>@N|half a|a couple of|a|one) (?:odd )?(?P<unit>metres?|m|yards?|feet|ft|foot|car lengths?|cars? lengths?|car's lengths?|cars' lengths?|cars?|lengths?) )(?:just |or so )?(?P<prep>before|after|past|beyond|short of|ahead of|in front of) (?:the |that |a |this )?(?P<thing>@THING)\b)",
           place},
          {R"(\b(?:(?:just|only just|right|dead|well|way|long|shortly|slightly|immediately|straight|a little|a bit|a touch|exactly|bang|spot) )?(?P<prep>before|after|past|beyond|short of|ahead of|in front of|at|by|on|over|opposite|beside|abreast of|in line with|level with|near|close to|alongside|from|until|till|next to|with|as you pass|as you come to|as i pass|as we pass|as you reach|as you get to|when you pass|when you reach|when i reach|when you get to|when you see|once you reach|once you get to|once you pass|the moment you pass) (?:the |that |a |this )?(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) {
               const auto prep = f.group("prep");
               const auto clause = clauseAround(f.sentence, f.from, f.to);
               const auto words = f.sentence.substr(clause.from, f.from - clause.from);
               const bool brakes = hasWord(words, {"nose", "steer", "steering", "brake", "braking", "brakes", "braked",
                                                   "turn", "turning", "lift", "power", "throttle", "apex"});
               if (prep == "with" && f.after().find(" beside") != 0 && f.after().find(" alongside") != 0 &&
                   f.after().find("beside") != 0 && f.after().find("alongside") != 0 &&
                   !(brakes && f.after().find_first_not_of(" .,!") == std::string_view::npos))
                   return false;
               if (prep == "on" && f.group("thing").ends_with("tyres")) return false;
               static const Pattern kHidden(
                   R"(\b(?:hidden|made|built|known|blocked|covered|spoiled|shaded|marked|named|[a-z]+owed|rear ended|ended|overtaken|passed|followed|held up|protected|owned) $)");
               if (prep == "by" && kHidden.in(f.before())) return false; // "the apex is hidden by the barn"
               if ((prep == "next to" || prep == "near" || prep == "close to") && !brakes) return false;
               if (prep == "near" || prep == "close to") c.nearly = true;
               // "when you see the board, get ready": nothing is done there
               if (prep == "when you see" && !brakes &&
                   !hasWord(f.after(), {"brake", "brakes", "braking", "turn", "lift", "hit", "squeeze", "stop", "go",
                                        "press", "power", "throttle", "steer"}))
                   return false;
               // "until the wall before you brake", "leave the braking until"; not "flat until the wall"
               if (prep == "until" || prep == "till") {
                   const bool waits = hasWord(f.sentence, {"wait", "waits", "waited", "waiting", "stay", "stayed",
                                                           "stays", "leave", "leaves", "left", "hold", "holds", "delay",
                                                           "save", "don't", "not", "no", "never"});
                   if (!waits || !hasWord(f.sentence, {"brake", "braking", "brakes", "turn", "turning", "lift"}))
                       return false;
               }
               if (prep == "from" && !hasWord(words, {"brake", "braking", "brakes"})) return false;
               if ((prep == "over" || prep == "opposite" || prep == "beside") && !brakes) return false;
               if (f.inside().starts_with("spot ")) f.from += 5;
               return place(f, c);
           }},
          {R"(\b(?P<way>past|beyond|after|before|short of|ahead of) (?:the |that )?(?P<thing>@THING)(?: ,)? by (?:about |around |some )?(?P<n>@N) (?P<unit>metres?|m|yards?|feet|ft|car lengths?)\b)",
           [](Find& f, Claim& c) {
               return from(f, c, hasWord(f.group("way"), {"before", "short", "ahead"}) ? -1 : 1);
           }},
          {R"(\b(?:the |that )?(?P<thing>@THING) (?:plus|and|\+) (?P<n>@N)(?: (?P<unit>metres?|m|yards?|feet|ft|car lengths?))?\b)",
           [](Find& f, Claim& c) { return from(f, c, 1); }},
          {R"(\b(?:the |that )?(?P<thing>@THING) (?:minus|less) (?P<n>@N)(?: (?P<unit>metres?|m|yards?|feet|ft|car lengths?))?\b)",
           [](Find& f, Claim& c) { return from(f, c, -1); }},
          {R"(\b(?P<n>@N) (?P<way>before|after|past|short of) (?:the |that )?(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) { // "brake 30 before the 50"
               constexpr double kFar = 200;
               static const Pattern kAlone(R"(^ ?$)"),
                   kForMe(R"(^ ?,? ?(?:for me|for us|that's (?:me|us|it|my)|is my|and i'm)\b)");
               const bool alone = kAlone.in(f.before()) && kForMe.in(f.after());
               if (figureOf(f.group("n")).value_or(kFar) >= kFar || counts(f) ||
                   (!alone && !hasWord(f.before(), {"brake", "braking", "brakes", "turn", "lift", "marker"})))
                   return false;
               return from(f, c, hasWord(f.group("way"), {"before", "short"}) ? -1 : 1);
           }},
          {R"(\b(?:brake|brakes|braking|braked) at (?P<span>(?:a |the )?(?P<n>@N) (?:metres?|m|yards?))(?: ,| \.| !| and| ?$))",
           [](Find& f, Claim& c) { // by the board of that name, where there is one
               constexpr double kFarthest = 400;
               if (figureOf(f.group("n")).value_or(kFarthest) >= kFarthest) return false;
               c.said.ref = std::string(f.group("n")) + " board", c.said.number = 0, c.unit = "m",
               c.fact = "brake_onset_m";
               return true;
           }},
          {R"(\b(?:wheels?|car|nose|you|i|we|he) (?:pass|passes|reach|reaches|passed|reached) (?:the |that )?(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) {
               if (!hasWord(f.sentence, {"brake", "brakes", "braking", "turn", "lift"})) return false;
               return from(f, c, 0);
           }},
          {R"(\bwhere (?:the |that )?(?P<thing>@THING) (?:is|stands|sits)(?: ,| \.| !| ?$))",
           [](Find& f, Claim& c) {
               if (!hasWord(f.before(), {"brake", "brakes", "braking", "turn", "lift"})) return false;
               return from(f, c, 0);
           }},
          {R"((?:^ ?|, |and |but |then |just )(?:(?:leave|save|keep|delay) (?:it|the braking|the brakes|your braking|that)|(?:you|i|we|they) (?:could|can|should|may) (?:go|wait|stretch it|hold on)|(?:you've|i've|we've|you have|we have)(?: got)?) (?:to|till|until|for) (?P<span>(?:the |that )?(?P<thing>@THING))(?: ,| \.| and| !|;| next time| next lap| ?$))",
           brakingThere},
          {R"((?:^ ?|, |and |but |because |so )(?P<span>(?:the |that )?(?P<thing>@THING)) (?:would do|will do|would be (?:enough|plenty|fine|soon enough|early enough)|is (?:enough|plenty|soon enough|early enough))(?: ,| \.| and| !|;| ?$))",
           brakingThere},
          {R"(\b(?:use|take|have) (?P<span>(?:the |that )?(?P<thing>@THING)) (?:as|for) (?:your|a|the|my) brak(?:e|ing) (?:marker|point|reference)\b)",
           brakingThere},
          {R"(\b(?P<thing>@THING) is (?:where|when) (?:i|we|you|he|the) (?:start |begin |hit |get on |go for )?(?:to |the )*(?P<what>brakes?|braking|turn|turning|lift|lifting)\b)",
           [](Find& f, Claim& c) {
               const auto what = f.group("what");
               c.fact = what.starts_with("brak")   ? "brake_onset_m"
                        : what.starts_with("turn") ? "turn_in_m"
                                                   : "lift_start_m";
               c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m";
               return true;
           }},
          {R"((?:^ ?|[,.] )(?:(?:your|my|the) )?(?:turn-in|turn in)(?: point| mark(?:er)?| reference)?(?: is| was| :) (?P<span>(?:at )?(?:the |that |a )?(?P<thing>@THING))(?: ,| \.| and| !|;| ?$))",
           [](Find& f, Claim& c) {
               return c.fact = "turn_in_m", c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m",
                      true;
           }},
          {R"(\b(?P<n>@N) (?P<unit>metres?|m|yards?|feet|ft|car lengths?) (?:late|later|further|further on|deeper|on)(?: ,)? (?:than|past|beyond|after|from|of) (?:the |that )?(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) {
               if (from(f, c, 1)) return true;
               if (!hasWord(f.inside(), {"deeper", "later"})) return false;
               c.fact = kFootOff, c.said.ref = std::string(f.group("thing")), c.unit = unitOf(f.group("unit"));
               return c.said.number = figureOf(f.group("n")), c.said.number.has_value();
           }},
          {R"(\b(?P<n>@N) (?P<unit>metres?|m|yards?|feet|ft|car lengths?) (?:early|earlier|sooner)(?: ,)? (?:than|before|of) (?:the |that )?(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) { return from(f, c, -1); }},
          {R"(\b(?:as|when|once|the moment|just as) (?:the |that )?(?P<thing>@THING) (?:goes by|passes|comes by|flashes by|flashes past|goes past|comes up|is beside you|is alongside|is next to you|is level|disappears|draws level|is level with you)\b)",
           [](Find& f, Claim& c) { return from(f, c, 0); }},
          {R"(\bat the (?P<ord>first|second|third|last) of the (?P<thing>(?:[a-z]+ )?(?:boards|posts|cones|markers|trees|lamp posts|poplars))\b)",
           [](Find& f, Claim& c) {
               c.fact = eventAround(f);
               if (c.fact.empty()) return false;
               c.said.ref = std::string(f.group("ord")) + " " +
                            std::string(f.group("thing").substr(0, f.group("thing").size() - 1));
               return c.said.number = 0, c.unit = "m", true;
           }},
          {R"(\bat the (?P<thing>board|sign|marker) (?:that says|with|marked|reading|saying) (?:a |the )?(?P<n>@N)\b)",
           [](Find& f, Claim& c) {
               c.fact = eventAround(f);
               if (c.fact.empty()) return false;
               c.said.ref = std::string(f.group("n")) + " " + std::string(f.group("thing"));
               return c.said.number = 0, c.unit = "m", true;
           }},
          {R"((?:\bbrak(?:e|es|ing)(?: (?:point|marker|mark|reference|spot))?|\b(?:my|your|the|our) marker|^ ?marker)(?: here| for this| for me| for the brakes?)?(?: is| was|'s|:| :| should be| ought to be| could be| would be| has to be| must be| needs to be| moves to| becomes) (?P<span>(?:the |that |a )?(?P<thing>@THING))\b)",
           [](Find& f, Claim& c) {
               if (hasWord(f.after().substr(0, 12), {"metres", "m", "yards", "feet"})) return false; // how long it is
               if (f.after().find(" plus") == 0 || f.after().find("plus") == 0 || f.after().find("minus") == 0)
                   return false;
               c.fact = "brake_onset_m", c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m";
               return true;
           }},
          {R"((?:,|but) (?:not|instead of|rather than|never) (?:at |by )?(?:the |that )(?P<thing>@THING)\b)",
           [](Find& f, Claim& c) {
               if (!hasWord(f.before(), {"brake", "braking", "brakes", "turn", "lift"})) return false;
               const auto at = f.inside().find("the ");
               if (at == std::string_view::npos) return false;
               f.from += at;
               return from(f, c, 0);
           }},
          {R"(\b(?:leave|leaves|left|save|delay) (?:the|your|my|all your|all the) (?:braking|brakes|brake) (?P<span>to (?:the |that )?(?P<thing>@THING))\b)",
           [](Find& f, Claim& c) {
               return c.fact = "brake_onset_m", c.said.ref = std::string(f.group("thing")), c.said.number = 0,
                      c.unit = "m", true;
           }},
          {R"(^ ?(?P<span>(?:the )?(?P<thing>@THING)) , (?P<what>brake|turn|lift)\b)",
           [](Find& f, Claim& c) {
               const auto what = f.group("what");
               c.fact = what == "brake" ? "brake_onset_m" : what == "turn" ? "turn_in_m" : "lift_start_m";
               return c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m", true;
           }},
          {R"(\bwait(?:s|ed)? for (?P<span>(?:the |that )?(?P<thing>@THING))(?: ,)?(?: and| then| before you| to)+ (?P<what>brake|turn|lift)\b)",
           [](Find& f, Claim& c) {
               const auto what = f.group("what");
               c.fact = what == "brake" ? "brake_onset_m" : what == "turn" ? "turn_in_m" : "lift_start_m";
               return c.said.ref = std::string(f.group("thing")), c.said.number = 0, c.unit = "m", true;
           }},
          {R"(\b(?:stay(?:s|ed)? (?:on it|flat|on the (?:power|throttle|gas))|hold(?:s|ing)? (?:it|on|flat)(?: flat| open)?|keep(?:s|ing)? (?:it in|it flat|it lit|your foot (?:in|down|on it))|commit|stretch it) (?P<span>(?:to|as far as|until|till|up to|right up to|all the way to) (?:the |that )?(?P<thing>@THING))(?: ,| \.| and| then| before| !|;| ?$))",
           [](Find& f, Claim& c) { // the foot comes off there
               if (!brakingThere(f, c)) return false;
               return c.fact = kFootOff, f.group("thing").find("kerb") == std::string_view::npos;
           }},
          {R"((?:^ ?|, |and |but |so )(?P<span>(?:the |that )?(?P<thing>@THING)) (?:is|was) (?:your|my|the|our) (?:marker|brak(?:e|ing) (?:marker|point|reference))\b)",
           brakingThere},
          {R"(\b(?:i|we|he|she|you) (?:left|leave|leaves|held off|wait|waited) (?:it|the braking|the brakes?)? ?(?P<span>until (?:the |that )?(?P<thing>@THING))(?: ,| \.| and| !|;| ?$))",
           brakingThere},
          {R"(\bbetter off (?P<span>(?:at|by) (?:the |that )?(?P<thing>@THING))\b)", brakingThere},
          {R"(\bbetween (?:the )?(?P<thing>@THING) and (?:the )?(?P<other>@THING)\b)", between},
          {R"(\bbetween (?:the )?(?P<one>first|second) and (?:the )?(?P<other>second|third) (?P<thing>lamp post|post|board|cone|tree|marker|poplar|gate|bridge|barrier)s?\b)",
           [](Find& f, Claim& c) {
               c.fact = eventAround(f);
               const auto of = [&](const char* which) {
                   return std::string(f.group(which)) + ' ' + std::string(f.group("thing"));
               };
               return c.said.ref = of("one"), c.said.otherRef = of("other"), c.unit = "", !c.fact.empty();
           }},
          {R"(\bbetween (?:the )?(?:(?:2|two|both)(?: of the)? )?(?P<thing>boards|posts|lamp posts|cones|markers|trees|poplars|gates|bridges)\b)",
           [](Find& f, Claim& c) {
               c.fact = eventAround(f);
               if (c.fact.empty()) return false;
               const auto one = std::string(f.group("thing").substr(0, f.group("thing").size() - 1));
               return c.said.ref = "first " + one, c.said.otherRef = "second " + one, c.unit = "", true;
           }}};

} // namespace

const KindOfClaim kDistanceClaims{ClaimKind::Distance, kRules};

} // namespace hl

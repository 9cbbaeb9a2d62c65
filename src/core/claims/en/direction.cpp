// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr std::string_view kNotTurning[] = {
    "kerb",   "kerbs",  "side",      "foot",   "wheels", "wheel",  "edge",   "front", "rear",   "of",    "pedal",
    "line",   "board",  "wall",      "tyres",  "mirror", "away",   "gear",   "place", "time",   "there", "now",
    "before", "behind", "to",        "boards", "amount", "moment", "way",    "hand",  "on",     "up",    "over",
    "off",    "lane",   "indicator", "eye",    "arm",    "spot",   "answer", "thing", "choice", "idea",  "at",
    "tyre",   "in",     "between",   "next",   "by",     "as",     "where"};

bool turning(const Find& f) { return !oneOf(firstWord(f.after()), kNotTurning); }

/// Of another corner; "Samphire next, a fast right" is of this one.
bool elsewhere(const Find& f) {
    static const Pattern kInTurn(R"(\bnext ?, [a-z ]*$)");
    static const Pattern kWish(R"(\bwants? to (?:go|move|pull|drift|wander) $)"); // of a car, not of the road
    if (kWish.in(f.before())) return true;
    return !kInTurn.in(f.before()) && hasWord(lastWords(f.before(), 4), {"next", "following", "previous", "last"});
}

std::string sideOf(const Find& f) {
    for (const auto g : {"w", "w2", "w3"})
        if (!f.group(g).empty()) return std::string(f.group(g));
    return {};
}

bool side(Find& f, Claim& c) {
    c.said.word = sideOf(f);
    return turning(f) && !elsewhere(f);
}

bool kind(Find& f, Claim& c) {
    c.said.word = std::string(f.group("k"));
    if (f.after().substr(0, 16).find("other") != std::string_view::npos) return false;
    if (f.after().starts_with("'s") || f.after().find("in the ") < 2) return false; // "a kink in the fence"
    return !hasWord(lastWords(f.before(), 4),
                    {"before", "after", "next", "to", "other", "another", "than", "from", "at", "until", "like"});
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<w>left|right) hander\b|\b(?P<w2>left|right) hand(?:ed)?\b|\b(?P<w3>left|right)hander\b)",
     [](Find& f, Claim& c) {
         const auto behind = firstWord(f.after());
         for (const auto w :
              {"kerb",  "kerbs", "side", "edge", "wheels", "wheel", "wall",  "tyres", "mirror", "line", "board",
               "front", "pedal", "lane", "man",  "down",   "up",    "drive", "does",  "work",   "works"})
             if (behind == w) return false;
         c.said.word = sideOf(f);
         static const Pattern kLimbs(
             R"(\b(?:right|left) (?:foot|hand|leg|arm|knee)\b.*\b(?:left|right) (?:foot|hand|leg|arm|knee)\b)");
         return !elsewhere(f) && !kLimbs.in(f.sentence); // "right foot, left hand"
     }},
    {R"(\b(?P<span>(?P<w>left|right)) (?:hairpin|corner|turn|bend|kink|sweeper|curve|turner|elbow)\b)",
     [](Find& f, Claim& c) {
         c.said.word = sideOf(f);
         return !elsewhere(f);
     }},
    {R"(\b(?:it's|it is|this is|here's|this one's|that's|so it's|is|was)(?: a| an)(?: [a-z]+){0,3}? (?P<span>(?P<w>left|right))\b)",
     side},
    {R"(\b(?:it's|this one's|here's|corner's|turn's)(?: [a-z]+)? (?P<span>(?P<w>left|right))(?: ,| \.| it's| and| with| into| then| you| we| i| !|$))",
     [](Find& f, Claim& c) {
         if (f.before().ends_with("that's ") || hasWord(lastWords(f.before(), 1), {"not", "about", "just"}))
             return false;
         return side(f, c);
     }},
    {R"(\b(?:a|an)(?: (?:[a-z0-9]+|[a-z]+ ,)){0,2} (?P<span>(?P<w>left|right))(?: ,| \.| !| and| into| over| with| that| which| here| after| before| past| through| coming| ?$))",
     [](Find& f, Claim& c) {
         c.said.word = sideOf(f);
         return !hasWord(lastWords(f.before(), 6), {"move", "look", "bit", "little", "touch", "gap", "car", "glance",
                                                    "kerb", "wall", "board", "tree", "post"}) &&
                !elsewhere(f);
     }},
    {R"(\b(?:goes|go|going|opens|tightens|falls away|turns|turning|bends|kinks|curves|curls|sweeps|swings|bears|leads|folds|bend|kink|curve|hairpin|turn|hooks)(?: sharp(?:ly)?| gently| slightly| hard| back| round| away)?(?: to the| off to the)? (?P<span>(?P<w>left|right))\b)",
     [](Find& f, Claim& c) {
         if (hasWord(f.before(), {"marshal", "they", "cars", "pit", "eyes"}) || firstWord(f.after()) == "over")
             return false;
         c.said.word = sideOf(f);
         return !elsewhere(f) && !hasWord(firstWord(f.after()),
                                          {"of", "foot", "wheel", "hand", "side", "kerb", "away", "front", "rear"});
     }},
    {R"((?:^ |, |and |then |\. )(?P<span>(?:turn|bear|go|steer|sling it|throw it|turn it) (?P<w>left|right))\b)",
     [](Find& f, Claim& c) {
         c.said.word = sideOf(f);
         return !hasWord(firstWord(f.after()), {"of", "foot", "wheel", "over"});
     }},
    {R"((?:^ ?|, |[a-z]+ , )(?:long|fast|slow|quick|tight|medium|medium speed|sharp|short|sweeping|blind|downhill|uphill|flat|next up|hard|easy|gentle|off camber|open|opening|tightening|late|late apex|double apex|90 degree|third gear|second gear|fourth gear|fifth gear|@ORD gear|fast ,? ?long)(?: (?:fast|slow|quick|tight|medium|sharp|sweeping|blind|long))? (?P<span>(?P<w>left|right))\b)",
     [](Find& f, Claim& c) { return side(f, c) && firstWord(f.after()) != "here"; }},
    {R"(^ ?(?P<span>(?P<w>left|right)) ,? (?:tight|uphill|downhill|quick|fast|slow|long|short|blind|open|sharp|narrow|then it|and it|90|medium|@ORD gear)\b)",
     side},
    {R"(^ ?(?P<span>(?P<w>left)) (?:through|again)\b)", side},
    {R"(^ ?(?:hairpin|sweeper|kink) , (?P<span>(?P<w>left|right))\b)", side},
    {R"(^ ?(?:so |and |now |next |then |into )?@CORNER ,? (?:is |it's )?(?P<span>(?P<w>left|right)) ?(?:,|\.|and\b))",
     side},
    {R"(\bthis (?P<span>(?P<w>left|right)) (?:is|was|goes|opens|tightens)\b)", side},
    {R"((?:a|@ORD|@ORD gear|it's|this|really|very) (?:sharp|tight|@ORD gear) (?P<span>(?P<w>left|right))\b)", side},
    {R"(\b(?P<k>hairpin|chicane|kink|sweeper|esses)\b)", kind},
    {R"(\bhander , (?P<span>(?P<k>medium|fast|slow) speed)(?: ,| \.| and| !| ?$))", kind},
    {R"(\b(?P<k>fast|medium|slow)(?: speed)?(?:,? [a-z]+)? (?:corner|left|right|bend|turn|kink|sweeper|one)\b)",
     [](Find& f, Claim& c) {
         c.said.word = std::string(f.group("k"));
         if (hasWord(f.inside(), {"it", "them", "things", "you", "him", "her"})) return false; // "slow it right down"
         f.to = f.from + c.said.word.size();
         if (f.after().starts_with(" speed")) f.to += 6;
         const auto rest = f.after().substr(0, 20);
         return !hasWord(f.inside(), {"in", "and"}) && !elsewhere(f) && rest.find(" in ") != 0 &&
                rest.find(" and ") != 0 && rest.find(" the ") != 0 && rest.find(" this ") != 0 &&
                rest.find(" every ") != 0 && rest.find(" for ") != 0;
     }}};

} // namespace

const KindOfClaim kDirectionClaims{ClaimKind::Direction, kRules};

} // namespace hl

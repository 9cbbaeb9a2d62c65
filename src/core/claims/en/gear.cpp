// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

/// What may stand before and behind an ordinal alone, where it is a gear and not the third time, board or lap.
bool standsAlone(const Find& f) {
    const auto behind = firstWord(f.after());
    static constexpr std::string_view kBehind[] = {
        "",         ",",      ".",       ";",       "!",     "?",        ")",      "and",   "then",   "but",
        "not",      "or",     "for",     "at",      "by",    "all",      "here",   "there", "in",     "into",
        "on",       "with",   "you",     "i",       "it's",  "it",       "is",     "from",  "until",  "when",
        "before",   "after",  "if",      "because", "as",    "so",       "again",  "same",  "please", "now",
        "only",     "nice",   "gently",  "early",   "late",  "through",  "works",  "we",    "to",     "just",
        "straight", "rather", "instead", "the",     "that",  "i'm",      "he's",   "we're", "keeps",  "will",
        "would",    "could",  "nor",     "or",      "feels", "is",       "does",   "comes", "round",  "around",
        "too",      "every",  "down",    "up",      "maybe", "probably", "i'd",    "over",  "gives",  "helps",
        "makes",    "let",    "lets",    "no",      "sorry", "'s",       "where",  "while", "past",   "during",
        "per",      "was",    "seemed",  "seems",   "felt",  "pulls",    "nicely", "well"};
    if (hasWord(lastWords(f.before(), 1), {"between"})) return false; // and another one
    bool fits = oneOf(behind, kBehind);
    // "in third brake after ..." of speech without commas.
    static constexpr std::string_view kThings[] = {
        "corner",   "corners", "turn", "lap",    "laps",     "time",    "times", "place", "board",  "boards",
        "post",     "marker",  "lamp", "poplar", "tree",     "bridge",  "gate",  "half",  "class",  "part",
        "row",      "attempt", "apex", "kerb",   "sector",   "session", "stint", "year",  "day",    "race",
        "position", "car",     "cone", "one",    "bump",     "hairpin", "right", "left",  "phase",  "step",
        "stage",    "thing",   "two",  "3",      "hand",     "person",  "party", "rate",  "nature", "floor",
        "class",    "look",    "go",   "bend",   "straight", "driver",  "of"};
    const auto two = lastWords(f.before(), 2);
    const bool strong = hasWord(" " + std::string(two), {"in", "into", "use", "hold", "grab", "select", "to", "it's",
                                                         "keep", "want", "wants", "needs", "likes"});
    if (strong && !fits && f.inside() != "first") { fits = !oneOf(behind, kThings); }
    static const Pattern kHalfBrake(R"(^ ?half (?:the )?(?:brakes?|throttle|pedal))");
    fits |= strong && (kHalfBrake.in(f.after()) || f.after().find("turn in ") < 2);
    // "no need to shift down , fifth pulls"
    const bool begins =
        f.before().find_first_not_of(" ,") == std::string_view::npos || lastWords(f.before(), 1) == ", ";
    if (begins && hasWord(behind, {"pulls", "holds", "does", "should", "gets", "copes", "suits", "carries", "takes"}))
        fits = true;
    // "Second, think about where you look": told in order.
    static constexpr std::string_view kOrder[] = {"think", "look", "breathe", "listen", "remember", "watch",
                                                  "see",   "note", "notice",  "relax",  "check",    "be",
                                                  "you",   "we",   "there",   "most",   "finally"};
    if (begins && behind == "," && f.before().find_first_not_of(' ') == std::string_view::npos) {
        auto next = f.after().substr(std::min(f.after().size(), f.after().find(',') + 1));
        if (firstWord(next) == "and") next = next.substr(next.find("and") + 3);
        for (const auto w : kOrder)
            if (firstWord(next) == w) return false;
    }
    if (f.after().find("at the time") < 2 || f.after().find("to last") < 2 ||
        (f.before().ends_with("came in ") && f.after().find("left in") > 8) || f.after().find("to none") < 2 ||
        f.after().find("in class") < 2 || f.after().find("on the road and") < 2 || f.after().find("on the clock") < 2 ||
        f.after().find("on the grid") < 2 || f.after().find("on the podium") < 2 || f.after().find("practice") < 2 ||
        f.after().find("in the class") < 2)
        return false;
    static const Pattern kOnePlaced(
        R"(\b(?:i|we|he|she|you|they|who|brother|sister|team) (?:was|were|am|are|came|is|finished|ended|started|qualified|(?:came|got|crossed the line) (?:home|in|back)(?: in)?) $)");
    if (kOnePlaced.in(f.before()) && behind != "gear") return false; // "I was fourth"
    if (!fits || f.before().ends_with("top gear's ") || f.before().ends_with("top gear is ")) return false;
    // "look here first"; "first, look": in English the commonest first is no gear.
    if (f.inside() == "first" && !strong && !hasWord(behind, {"gear", "not", "is", "for", "would", "bogs", "pulls"})) {
        const bool alone =
            f.before().ends_with(" go for ") || (begins && (behind == "." || behind == "!" || behind.empty()));
        if (!alone &&
            !hasWord(lastWords(f.before(), 2), {"not", "never", "possibly", "maybe", "probably", "perhaps", "think"}) &&
            !hasWord(lastWords(f.before(), 3), {"use", "using", "used", "need", "needs", "take", "down", "select",
                                                "hold", "in", "wants", "want", "bother", "sees", "see", "about"}))
            return false;
    }
    const auto before = lastWords(f.before(), 1);
    static constexpr std::string_view kNot[] = {
        "the",  "a",     "every",    "turn", "corner", "lap",    "sector",  "my",        "his",     "your",
        "our",  "their", "finished", "came", "comes",  "half",   "per",     "each",      "split",   "this",
        "that", "below", "above",    "than", "beyond", "one",    "another", "qualified", "started", "p",
        "eyes", "hands", "feet",     "head", "heart",  "safety", "nerve"};
    // "I'm convinced that third is right" is a gear, "that third lap" none.
    static const Pattern kSurely(R"(\b(?:sure|convinced|certain|doubt|think|believe|reckon|say|know) that $)");
    const bool said = kSurely.in(f.before()) && hasWord(behind, {"is", "would", "will", "pulls", "works", "feels"});
    for (const auto w : kNot)
        if (hasWord(before, {w}) && !said) return false;
    // "third on the grid", "in second practice"
    return !hasWord(f.sentence, {"finished", "finish", "grid", "standings", "podium", "championship", "position",
                                 "qualified", "overall", "place", "medal", "queue", "league"}) ||
           hasWord(f.sentence, {"gear", "gears"});
}

bool gearOf(std::string_view word, Claim& c) {
    const auto n = ordinalOf(word).value_or(static_cast<int>(figureOf(word).value_or(0)));
    if (n < 1 || n > 8) return false;
    c.said.number = n, c.unit = "gear";
    return true;
}

bool down(Find& f, Claim& c) {
    // "one down on ..." compares.
    static const Pattern kOnTheLever(R"(^ ?on (?:the |that )?(?:left )?(?:paddle|lever))");
    if (f.inside().ends_with(" down") && hasWord(firstWord(f.after()), {"the", "on", "in"}) &&
        !kOnTheLever.in(f.after()))
        return false;
    if (firstWord(f.after()) == "more") return false; // than whoever speaks
    const auto n = f.group("n");
    if (n == "a" && f.inside().ends_with(" down") && !hasWord(f.inside(), {"shift", "gear", "click"})) return false;
    c.said.down = n == "twice" ? 2 : n == "once" ? 1 : static_cast<int>(figureOf(n).value_or(1)); // "a single" is one
    return c.unit = "gears", true;
}

constexpr ClaimRule kRules[] = {
    {R"((?P<ord>@ORD) gear\b)",
     [](Find& f, Claim& c) {
         return !hasWord(firstWord(f.after()), {"broke", "breaks", "ratio", "ratios", "synchro"}) &&
                gearOf(f.group("ord"), c);
     }},
    {R"(\b(?P<n>[1-8]) (?:th |rd |nd |st )?gear\b)",
     [](Find& f, Claim& c) {
         return !hasWord(lastWords(f.before(), 1), {"down", "up", "drop", "shift"}) && gearOf(f.group("n"), c);
     }},
    {R"(\bgear (?:number |: )?(?P<n>[1-8]|one)\b)", [](Find& f, Claim& c) { return gearOf(f.group("n"), c); }},
    {R"(\b(?P<ord>@ORD)\b)", [](Find& f, Claim& c) { return standsAlone(f) && gearOf(f.group("ord"), c); }},
    {R"(\bin (?P<span>(?P<n>[2-7]))(?: ,| \.| !| here| there| all the way| through here| now| ?$))",
     [](Find& f, Claim& c) { // "we're in five there"
         return hasWord(lastWords(f.before(), 2),
                        {"i'm", "we're", "you're", "it's", "it", "still", "stay", "stays", "still", "he's", "she's"}) &&
                gearOf(f.group("n"), c);
     }},
    {R"(\b(?P<span>[3-8] (?:, )?(?:[2-7] (?:, )?)+(?P<n>[2-6]))(?: |$))",
     [](Find& f, Claim& c) { // "I go five-four-three-two"
         int last = 9;
         for (const char digit : f.inside())
             if (digit >= '0' && digit <= '9') {
                 if (last < 9 && digit - '0' != last - 1) return false;
                 last = digit - '0';
             }
         return !figureOf(firstWord(f.after())) && gearOf(f.group("n"), c);
     }},
    {R"(\bgears? (?:[1-8] ?,? ?(?:and )?){1,6}(?P<n>[1-8])\b)",
     [](Find& f, Claim& c) { return gearOf(f.group("n"), c); }},
    {R"(\b(?:down|drops?|dropped|dropping|lose|loses|losing|(?:down ?)?shifts? down|shifts? down by|down by) (?P<n>[1-6]|one|a)(?: or [1-6])?(?: whole)? (?:gears?|cogs?|ratios?|clicks?)\b)",
     down},
    {R"(\b(?:take|takes|took|pull|lose) (?P<span>(?P<n>[1-6]|one|a) gears?) (?:off|out of|from) (?:it|the (?:car|box))\b)",
     down},
    {R"(\b(?P<n>[1-6]|one|a|a single|single|just one) (?:quick |early |clean |fast )?(?:gears? down|down ?shifts?|shifts? down|down ?changes|changes? down|clicks? down|cogs? down|steps? down|notches down|pulls? (?:of|on) the (?:left )?(?:lever|paddle)|down)\b)",
     down},
    {R"(\b(?:down ?shifts?|(?:changed?|changes|shift(?:s|ed)?|goes|go|went|drops?) down|pull (?:the |that )?(?:left )?(?:lever|paddle)|(?:click|hit|tap|flick) the (?:left )?(?:lever|paddle)|click down) (?P<span>(?P<n>[1-6]|one|twice|once)(?: times)?)\b)",
     [](Find& f, Claim& c) {
         if (hasWord(f.after().substr(0, 10), {"metres", "percent", "gear"})) return false;
         return down(f, c);
     }},
    {R"(\b(?P<span>(?:down|drop|knock it down|click it down|knock it back|go down) (?P<n>one|[1-6]))(?: to| from| ?,| and| ?\.| ?!| by| on| at| before| already| ?$))",
     [](Find& f, Claim& c) {
         if (hasWord(lastWords(f.before(), 2), {"slow", "slows", "slowing", "speed"})) return false;
         return down(f, c);
     }},
    {R"(\b(?:down ?shifts?|shifts? down|changes down) (?::|is|are) (?P<span>(?P<n>[1-6]|one))(?: ,| \.| ?$))", down},
    {R"(\b(?:don't|do not|never|needn't|no need to|doesn't|didn't) (?P<span>(?:change|shift) down)(?: ,| \.| !| here| at all| for this| ?$))",
     [](Find&, Claim& c) { return c.said.down = 0, c.unit = "gears", true; }},
    {R"(\b(?:no|without (?:a |any )?) ?(?:down ?shifts?|down ?shifting|gear ?changes?|gears? changes?|change of gear)\b)",
     [](Find&, Claim& c) { return c.said.down = 0, c.unit = "gears", true; }},
    {R"(\b(?:a|one) gear (?P<way>lower|higher|up|less|more|taller|shorter)(?: than (?:you|you'd|most|usual|normal)\b[a-z' ]*)?|\b(?:a|one) gear too (?P<too>high|low)\b)",
     [](Find& f, Claim& c) {
         c.said.relative =
             hasWord(f.group("way"), {"higher", "up", "more", "taller"}) || f.group("too") == "high" ? 1 : -1;
         return c.unit = "gears", true;
     }}};

} // namespace

const KindOfClaim kGearClaims{ClaimKind::Gear, kRules};

} // namespace hl

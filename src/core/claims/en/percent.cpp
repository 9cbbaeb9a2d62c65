// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

enum class Pedal { Nobody, Brake, Throttle };

constexpr Meaning kBehind[] = {{"throttle", "throttle|power"}, {"brake", "brake|brakes|braking|pressure"}};
constexpr Meaning kBefore[] = {{"brake", "brake|brakes|braking|braked|pressure|stop|stopping|left|pedal|squeeze"},
                               {"throttle", "throttle|power|lift|lifting|lifted|lifts|breathe"}};

/// Nearest word that names a pedal, first behind the figure, then before it.
Pedal pedalOf(const Find& f) {
    auto behind = f.after().substr(0, 60);
    behind = behind.substr(0, behind.find_first_of(",.;!?"));
    for (const auto* anew : {" and ", " then "}) behind = behind.substr(0, behind.find(anew));
    const auto pedal = [](std::string_view means) { return means == "brake" ? Pedal::Brake : Pedal::Throttle; };
    std::optional<Pedal> first, last;
    bool throttle = false;
    lexiconOf<kBehind>().eachIn(behind, {0, behind.size()}, [&](std::string_view means, Stretch) {
        if (!first) first = pedal(means);
    });
    if (first) return *first;
    const auto before = f.before();
    lexiconOf<kBefore>().eachIn(before, {0, before.size()}, [&](std::string_view means, Stretch) {
        last = pedal(means), throttle = throttle || *last == Pedal::Throttle;
    });
    if (hasWord(behind, {"pedal"}) && !throttle) return Pedal::Brake;
    return last.value_or(Pedal::Nobody);
}

bool ofSomethingElse(const Find& f) {
    const auto behind = f.after().substr(0, 40);
    static constexpr std::string_view kElse[] = {
        "chance",        "faster",     "slower",      "sure",           "certain",      "better",      "grade",
        "steeper",       "uphill",     "downhill",    "gradient",       "of the time",  "of people",   "of nothing",
        "of the people", "of the lap", "of drivers",  "of the drivers", "of the cars",  "of you",      "of them",
        "of the grip",   "more grip",  "less grip",   "humidity",       "fuel",         "battery",     "rear",
        "front",         "slip",       "of the race", "of laps",        "of the laps",  "done",        "ready",
        "fitter",        "off the",    "wear",        "effort",         "of the field", "of the pack", "banking",
        "of what",       "of my",      "of your",     "of his",         "focus",        "commitment",  "concentration",
        "of us",         "of this",    "of that",     "of every",       "of each",      "of it is",    "of the work",
        "confident",     "confidence", "of viewers",  "of the battle",  "slope"};
    for (const auto e : kElse)
        if (behind.substr(0, e.size() + 1) == " " + std::string(e) || behind.substr(0, e.size()) == e) return true;
    static const Pattern kOfMany(
        R"(^ ?of (?:the |our |my |your |all |these |those |any )?([a-z]+s|crowd|field|audience|public|money|fun|skill|story|answer|people|traffic)\b)");
    re2::StringPiece noun;
    if (re2::RE2::PartialMatch({behind.data(), behind.size()}, kOfMany.re(), &noun) && noun != "brakes" &&
        noun != "pedals" && noun != "is" && noun != "this")
        return true; // "a hundred percent of pupils"
    // "Eighty percent of the truth": of the pedals alone it is a claim.
    static const Pattern kOfA(R"(^ ?of (?:the |my |your |his |her |our |its )([a-z]+)\b)");
    if (re2::RE2::PartialMatch({behind.data(), behind.size()}, kOfA.re(), &noun) &&
        !hasWord(" " + std::string(noun.data(), noun.size()) + " ",
                 {"brake", "brakes", "braking",     "pedal",  "pedals",   "pressure", "throttle",
                  "power", "gas",    "accelerator", "travel", "stopping", "force",    "way",
                  "left",  "right",  "maximum",     "full",   "whole",    "total"}))
        return true;
    if (behind.find("left in") < 2 || behind.find("left on") < 2) return true; // of what wears
    if (hasWord(lastWords(f.before(), 5), {"tyres", "tyre", "fuel", "battery", "tank", "pads", "bias", "balance"}))
        return true;
    if (hasWord(lastWords(f.before(), 1), {"top", "bottom", "other"})) return true; // "in the top ten percent"
    if (hasWord(f.sentence, {"humidity", "discount", "interest", "tax"})) return true;
    return hasWord(lastWords(f.before(), 4), {"gradient", "slope", "banking"}) && pedalOf(f) == Pedal::Nobody;
}

bool percent(Find& f, Claim& c, Pedal wanted) {
    if (ofSomethingElse(f)) return false;
    const auto pedal = pedalOf(f);
    if (pedal != wanted && !(pedal == Pedal::Nobody && wanted == Pedal::Brake)) return false;
    if (pedal == Pedal::Nobody) {
        static constexpr std::string_view kBehind[] = {
            "",       ",",      ".",       ";",       "!",     ":",       ")",      "(",        "on",       "and",
            "at",     "here",   "there",   "is",      "was",   "of",      "then",   "in",       "with",     "for",
            "by",     "to",     "the",     "or",      "maybe", "but",     "peak",   "no",       "not",      "max",
            "enough", "will",   "would",   "should",  "as",    "before",  "after",  "when",     "you",      "i",
            "we",     "it",     "just",    "all",     "this",  "first",   "tops",   "at",       "that",     "late",
            "early",  "down",   "two",     "from",    "until", "third",   "second", "fourth",   "fifth",    "i'm",
            "you're", "we're",  "it's",    "what",    "plus",  "does",    "seems",  "feels",    "gets",     "through",
            "into",   "again",  "so",      "if",      "he",    "initial", "now",    "straight", "right",    "left",
            "he's",   "please", "minimum", "maximum", "only",  "because", "which",  "where",    "available"};
        const auto next = firstWord(f.after());
        if (!figureOf(next) && !oneOf(next, kBehind)) return false; // "a hundred percent cotton"
        c.fact = "either";                                          // the corner decides
    }
    c.said.number = figureOf(f.group("n"));
    if (!f.group("m").empty()) c.said.upTo = figureOf(f.group("m"));
    readBound(f, c.said);
    c.unit = "pct";
    return c.said.number && *c.said.number <= 100;
}

double shareOf(std::string_view s) {
    const auto has = [&](std::string_view w) { return s.find(w) != s.npos; };
    if (has("tenth")) return 10 * figureOf(s.substr(0, s.find(' '))).value_or(5);
    if (has("fifth")) return 20 * figureOf(s.substr(0, s.find(' '))).value_or(1);
    return has("three") || has("3")               ? 75.0
           : has("two thirds") || has("2 thirds") ? 67.0
           : has("quarter")                       ? 25.0
           : has("third")                         ? 33.0
           : has("half")                          ? 50.0
                                                  : 100.0;
}

bool share(Find& f, Claim& c, Pedal wanted) {
    auto pedal =
        hasWord(" " + std::string(f.group("pedal")) + " ", {"throttle", "power"}) ? Pedal::Throttle : Pedal::Brake;
    if (f.group("pedal") == "pedal" && hasWord(f.before(), {"throttle", "lift", "power"}) &&
        !hasWord(f.before(), {"brake", "brakes"}))
        pedal = Pedal::Throttle;
    if (pedal != wanted) return false;
    const auto behind = firstWord(f.after());
    for (const auto w : {"point", "marker", "board", "zone", "distance", "steering", "bias", "failure", "fade"})
        if (behind == w) return false;
    c.said.number = shareOf(f.group("share"));
    readBound(f, c.said);
    c.unit = "pct";
    return true;
}

/// "peak brake eighty-four", "ninety-five on the pedal": a figure that nothing is counted by, beside the pressure.
bool barePressure(Find& f, Claim& c) {
    constexpr double kLeast = 5;
    const auto n = figureOf(f.group("n"));
    if (!n || *n < kLeast || *n > 100) return false;
    const auto behind = firstWord(f.after());
    static constexpr std::string_view kBehind[] = {"",     ",",  ".",  "!",  ";",   "on", "and", "here", "at",
                                                   "then", "is", "or", "to", "for", "in", "by",  "but"};
    if (!oneOf(behind, kBehind) ||
        hasWord(lastWords(f.before(), 1), {"the", "board", "turn", "corner", "lap", "number"}))
        return false;
    const auto clause = clauseAround(f.sentence, f.from, f.to);
    const auto words = f.sentence.substr(clause.from, clause.to - clause.from);
    if (hasWord(f.before().ends_with(" up to ") ? f.after() : words,
                {"metres", "km/h", "mph", "board", "boards", "gear", "throttle", "speed", "seconds"}))
        return false;
    constexpr std::string_view kOnPedal[] = {" on the brake", " on the brakes", " on the pedal", " on the brake pedal"};
    bool onPedal = false;
    for (const auto p : kOnPedal) onPedal |= f.after().starts_with(p.substr(1)) || f.after().starts_with(p);
    const bool harder = f.sentence.find("brake harder") != f.sentence.npos ||
                        f.sentence.find("brake softer") != f.sentence.npos ||
                        f.sentence.find("brake less") != f.sentence.npos ||
                        f.sentence.find("brake more") != f.sentence.npos; // "than I do: ninety-five"
    static const Pattern kBrakeWas(R"(\bbrakes? (?:was|is|were|are|:) (?:at |up at |around |about )?$)");
    const bool pressure =
        (harder && f.before().ends_with(" : ")) || kBrakeWas.in(f.before()) ||
        (hasWord(words, {"pressure", "pressure's", "pedal", "peak's", "peak", "peaks", "peaking", "peaked", "trace"}) &&
         hasWord(words, {"brake", "brakes", "braking", "pressure", "pressure's", "pedal"}));
    static const Pattern kUpTo(
        R"(\bbrak(?:e|es|ing|ed)\b.* (?:up|peaks?|peaking) (?:to|at) (?:about |around |nearly )?$)");
    static const Pattern kTrace(R"(\btrace (?:peaks?|peaked|tops out|reaches) (?:at |to )?(?:about |around )?$)");
    if (!onPedal && !pressure && !kTrace.in(f.before()) && !kUpTo.in(f.before())) return false;
    c.said.number = n, c.unit = "pct";
    readBound(f, c.said);
    return true;
}

constexpr std::string_view kPercent =
    R"(\b(?P<n>@N)(?: (?:%|percent|per cent|pc))?(?: (?:to|or|,|and|maybe|perhaps) (?P<m>@N))? (?:%|percent|per cent|pc)(?: |$))";
/// "thirty percent, not fifty"
constexpr std::string_view kNotOther =
    R"(\b@N (?:%|percent|per cent|pc)(?: [a-z]+){0,3}? ?,? (?:not|instead of|rather than) (?P<span>(?P<n>@N))(?: (?:,|\.|!|and|but|there|here)| ?$))";
constexpr std::string_view kShare =
    R"(\b(?P<share>half|(?:3|three) quarters?|a quarter|one quarter|quarter|(?:2|two) thirds|a third|one third|full|maximum|max|all|[5-9] tenths|[1-4] fifths)(?: of| on)?(?: the| a| your| my| that)? (?P<pedal>brakes?(?: pedal| pressure| force)?|brake force|braking pressure|braking|pedal|pressure|throttle|power)\b)";
constexpr std::string_view kEverything =
    R"(\b(?:everything(?: you've got| you have| i've got| i have| we've got| it has| there is)? on the (?:brakes?|pedal|brake pedal)|(?:bury|buries|burying|buried) the (?:brakes?|brake pedal)|as hard as (?:you|it|i|the car) (?:can|will go|dare) on the (?:brakes?|pedal)|brak(?:e|es|ing) (?:with|at) (?:full|maximum|all your) (?:force|pressure|power|effort)|brak(?:e|es|ing|ed) with everything(?: (?:you've|he's|she's|i've|we've|it's|they've|there)(?: got| is)?)?|(?:(?:hit|hits|on) the brakes?(?: pedal)?|(?:stood|stand|stands) on (?:it|the brakes?|the pedal)) with everything|all the brakes?(?: pressure)?(?: you've got| you have| there is| it has)?)\b)";

constexpr ClaimRule kBrake[] = {
    {kPercent, [](Find& f, Claim& c) { return percent(f, c, Pedal::Brake); }},
    {kShare,
     [](Find& f, Claim& c) {
         const auto s = f.group("share");
         if (s == "all" && hasWord(lastWords(f.before(), 1), {"they", "we", "you", "us", "them"})) return false;
         if (f.group("pedal") == "braking" && s != "full" && s != "maximum" && s != "max") return false;
         return share(f, c, Pedal::Brake);
     }},
    {kEverything, [](Find&, Claim& c) { return c.said.number = 100, c.unit = "pct", true; }},
    {kNotOther, [](Find& f, Claim& c) { return percent(f, c, Pedal::Brake); }},
    {R"(\b(?:brakes?|braking|brake pedal|brake pressure)(?: (?:on|in|pressure))? (?:up |down |back )?to (?:about |around )?(?P<span>(?P<share>half|(?:3|three) quarters?|a quarter|(?:2|two) thirds|a third))(?: ,| \.| and| !| then| before| ?$))",
     [](Find& f, Claim& c) { // "I squeeze the brake up to three quarters"
         c.said.number = shareOf(f.group("share")), c.unit = "pct";
         return readBound(f, c.said), true;
     }},
    {R"(\b(?P<span>(?P<n>@N))(?: |$))", barePressure}};
constexpr ClaimRule kThrottle[] = {
    {R"(\b(?P<span>(?P<n>@N)) on the (?:throttle|power)\b)",
     [](Find& f, Claim& c) { // "I come down to fifty-eight on the throttle"
         constexpr double kLeast = 5;
         c.said.number = figureOf(f.group("n")), c.unit = "pct";
         readBound(f, c.said);
         return c.said.number && *c.said.number >= kLeast && *c.said.number <= 100;
     }},
    {R"(\bthrottle (?:is |goes |comes |backs? |eases? )?(?:down |off |back )?to (?:about |around )?(?P<span>(?P<n>@N))(?: ,| \.| and| !| ?$))",
     [](Find& f, Claim& c) {
         c.said.number = figureOf(f.group("n")), c.unit = "pct";
         return c.said.number && *c.said.number <= 100;
     }},
    {R"(\bthrottle (?:is |goes |comes |backs? |eases? )?(?:down |off |back )?to (?:about |around )?(?P<span>(?P<share>half|(?:3|three) quarters?|a quarter|(?:2|two) thirds|a third))(?: ,| \.| and| !| ?$))",
     [](Find& f, Claim& c) {
         c.said.number = shareOf(f.group("share")), c.unit = "pct";
         readBound(f, c.said);
         return true;
     }},
    {kPercent, [](Find& f, Claim& c) { return percent(f, c, Pedal::Throttle); }},
    {kNotOther, [](Find& f, Claim& c) { return percent(f, c, Pedal::Throttle); }},
    {kShare, [](Find& f, Claim& c) {
         const auto s = f.group("share");
         return s != "full" && s != "maximum" && s != "max" && s != "all" && share(f, c, Pedal::Throttle);
     }}};

} // namespace

const KindOfClaim kPercentBrake{ClaimKind::BrakePct, kBrake}, kPercentThrottle{ClaimKind::ThrottlePct, kThrottle};

} // namespace hl

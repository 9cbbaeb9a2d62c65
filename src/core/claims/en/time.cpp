// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

#include <cmath>

namespace hl {
namespace {

bool ofSomebodyElse(const Find& f) {
    const auto clause = clauseAround(f.sentence, f.from, f.to);
    return hasWord(f.sentence.substr(clause.from, clause.to - clause.from),
                   {"record", "pole", "target", "quickest", "theirs", "his", "her", "aim", "possible", "alien"});
}

bool didA(std::string_view before) {
    static const Pattern kPattern(R"(\b(?:did|do|does|ran|posted|set|managed|clocked) (?:a |an |about )?$)");
    return kPattern.in(before); // "we did a one minute twelve"
}

bool toAnother(Find& f, Claim& c) {
    c.said.number = figureOf(f.group("n") == "half a" ? "0.5" : f.group("n"));
    c.said.to = std::string(f.group("corner")); // empty: the next one
    if (c.said.to == "next one" || c.said.to == "next corner" || c.said.to == "next") c.said.to.clear();
    c.unit = "s", c.fact = "to_next_s";
    return c.said.number.has_value();
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<span>(?P<n>@N)(?: seconds?| s| secs?)?) (?:(?:,|or so|or thereabouts|more or less|flat|exactly|later|and) )*(?:to go to|to go until|to get to|to reach|to|down to|up to|back to|back round to|until|till|before|from here to|away from|from|from (?:here|this one) to|on to|you're at|you are at|we're at|and you're at|later you're at|later it's|and then)(?: you reach| you're at| we reach)? (?:the )?(?P<corner>next(?: one| corner)?|@CORNER)\b)",
     [](Find& f, Claim& c) {
         const bool unit = f.inside().find('s') != std::string_view::npos;
         if (!unit && !hasWord(f.sentence, {"second", "seconds", "takes"}) &&
             f.group("n").find('.') == std::string_view::npos)
             return false; // "down 2 to ..." is no time
         return toAnother(f, c);
     }},
    {R"(\bfrom (?:here|this one|this corner) to (?:the )?(?P<corner>next(?: one| corner)?|@CORNER)(?: it's| it is| is| takes|'s| ,| :)* (?:about |around )?(?P<span>(?P<n>@N) (?:seconds?|s|secs?))\b)",
     toAnother},
    {R"(\b(?P<span>(?P<n>@N) seconds?) (?:run|drive|dash|blast|sprint|burst|trip) (?:up |down |on )?to (?:the )?(?P<corner>next(?: one| corner)?|@CORNER)\b)",
     toAnother},
    {R"(\bin (?P<span>(?P<n>@N) seconds?)(?: time)? (?:you're|we're|you are|we are|you'll be|we'll be) (?:[a-z]+ )?(?:for|at|in|into) (?:the )?(?P<corner>next(?: one| corner)?|@CORNER)\b)",
     toAnother},
    {R"(\b(?:next (?:one|corner)|@CORNER)(?:'s| (?:comes |is |follows |arrives )?(?:in|after|is)| comes| follows| arrives) (?P<span>(?P<n>@N) (?:seconds?|s|secs?))(?: later| on| after)?\b)",
     toAnother},
    {R"(\b(?:at|in|to) (?P<corner>@CORNER) (?:in )?(?P<span>(?P<n>@N) (?:seconds?|s|secs?))(?: later)?\b)", toAnother},
    {R"(\b(?P<lap>[12][0-9]{2}|[2-9][0-9]|[1-9]) (?P<t>[0-9]|point [0-9]|[1-5][0-9](?:\.[0-9]+)?)(?: |$))",
     [](Find& f, Claim& c) {
         // "a one twenty-three four", "one twenty-three point four", "one eleven six"
         if (!hasWord(f.sentence, {"lap", "time", "lap's", "laps", "best", "round", "pb"})) return false;
         const auto lap = figureOf(f.group("lap")).value_or(0), t = figureOf(f.group("t")).value_or(-1);
         constexpr double kQuickest = 40;
         const bool inSeconds =
             lap >= kQuickest && lap < 100 && f.group("t").size() == 1 &&
             hasWord(lastWords(f.before(), 1), {"is", "was", "a", "lap's"}); // "the lap is seventy-one six"
         if ((lap < 100 && !inSeconds) || t < 0 || t > 9 || (!inSeconds && std::fmod(lap, 100) >= 60)) return false;
         c.said.number = inSeconds ? lap + t / 10 : 60 * std::floor(lap / 100) + std::fmod(lap, 100) + t / 10;
         c.unit = "s", c.fact = ofSomebodyElse(f) ? "none" : "lap_time_s";
         return true;
     }},
    {R"(\b(?:lap|time|lap's)(?: [a-z']+){0,3} (?P<span>(?P<n>[3-9][0-9]\.[0-9]+))(?: |$)(?:\.|,|$|and|on)?)",
     [](Find& f, Claim& c) {
         if (hasWord(firstWord(f.after()), {"metres", "km/h", "mph", "percent", "%", "kilometres", "miles"}))
             return false;
         c.said.number = figureOf(f.group("n")), c.unit = "s", c.fact = ofSomebodyElse(f) ? "none" : "lap_time_s";
         return c.said.number.has_value();
     }},
    {R"(\b(?P<span>(?P<n>1[0-5][0-9]\.[0-9]+|2[0-5][0-9]\.[0-9]+))(?: |$))",
     [](Find& f, Claim& c) { // "one twenty-three point four": 123.4
         if (!hasWord(f.sentence, {"lap", "time", "lap's", "laps", "best"})) return false;
         const double n = figureOf(f.group("n")).value_or(0), rest = std::fmod(n, 100);
         if (rest >= 60) return false;
         c.said.number = 60 * std::floor(n / 100) + rest;
         c.unit = "s", c.fact = ofSomebodyElse(f) ? "none" : "lap_time_s";
         return true;
     }},
    {R"(\b(?P<min>[0-9]{1,2}):(?P<sec>[0-9]{2}(?:\.[0-9]+)?)(?: |$))",
     [](Find& f, Claim& c) {
         if (hasWord(f.sentence, {"o'clock", "morning", "afternoon", "tonight", "starts", "pm", "am"})) return false;
         const bool ofALap = f.group("sec").find('.') != std::string_view::npos ||
                             hasWord(f.sentence, {"lap", "laps", "lap's", "time"});
         if (!ofALap && hasWord(lastWords(f.before(), 1), {"at", "until", "by", "from", "before", "after"}))
             return false; // of the day
         c.said.number = 60 * figureOf(f.group("min")).value_or(0) + figureOf(f.group("sec")).value_or(0);
         c.unit = "s", c.fact = ofSomebodyElse(f) ? "none" : "lap_time_s";
         return true;
     }},
    {R"(\b(?P<n>@N|one|a) minutes? (?:and )?(?P<s>@N)(?: (?:point )?(?P<t>[0-9]))?(?: seconds?)?(?: |$))",
     [](Find& f, Claim& c) {
         if (!hasWord(f.sentence, {"lap", "time", "round", "lap's", "laps", "lapped"}) && !didA(f.before()))
             return false;
         c.said.number = 60 * figureOf(f.group("n")).value_or(0) + figureOf(f.group("s")).value_or(0) +
                         figureOf(f.group("t")).value_or(0) / 10;
         return c.unit = "s", c.fact = "lap_time_s", true;
     }},
    {R"(\b(?P<n>@N|half a|a|one|a couple of|a few) (?P<unit>second|seconds|s|secs?|tenths?(?: of a second)?|hundredths?|thousandths?)\b)",
     [](Find& f, Claim& c) {
         const auto n = f.group("n"), unit = f.group("unit");
         const bool tenth = unit.find("tenth") == 0;
         if ((n == "a" || n == "one") && unit.find("sec") == 0) {
             const auto behind = firstWord(f.after());
             static constexpr std::string_view kMay[] = {
                 "",       ",",     ".",      "!",      "here",    "there", "in",     "goes", "is",   "on",
                 "every",  "per",   "slower", "faster", "quicker", "lost",  "gained", "away", "with", "from",
                 "behind", "ahead", "just",   "by",     "at",      "and",   "if",     "when", "off",  "or"};
             if (!oneOf(behind, kMay)) return false;
             if (hasWord(f.after().substr(0, 14),
                         {"gear", "apex", "kerb", "look", "board", "lap", "time", "later", "place", "one"}) ||
                 behind == "to" || behind == "." || behind == ",")
                 return false;
         }
         if (firstWord(f.after()) == "of" && f.after().find("of coast") == std::string_view::npos)
             return false; // "of silence"
         static const Pattern kToGo(R"(^ ?(?:to go(?: ,| \.| !| ?$)|(?:late|early|ago)\b))");
         if (kToGo.in(f.after())) return false; // of a clock, not of the road
         if ((n == "a" || n == "one") && unit.find("sec") == 0 &&
             hasWord(lastWords(f.before(), 2), {"for", "give", "just", "take", "wait", "split"}))
             return false;
         if (unit == "s" && n.find_first_of("0123456789") == n.npos) return false;
         double v = n == "half a" ? 0.5 : n == "a couple of" ? 2 : n == "a few" ? 3 : figureOf(n).value_or(1);
         if (tenth) v /= 10;
         if (unit.find("hundredth") == 0) v /= 100;
         if (unit.find("thousandth") == 0) v /= 1000;
         c.said.number = v, c.unit = "s";
         const auto all = f.sentence;
         const std::string behind = " " + std::string(f.after().substr(0, 34)) + " ";
         if (hasWord(behind, {"next"}))
             c.fact = "to_next_s";
         else if (hasWord(all, {"coast", "coasting", "coasts", "neither", "pedals"}))
             c.fact = "coast_s";
         else if ((hasWord(all, {"lap"}) || all.find("whole thing") != all.npos) && v > 20)
             c.fact = "lap_time_s";
         return true;
     }}};

} // namespace

const KindOfClaim kTimeClaims{ClaimKind::Time, kRules};

} // namespace hl

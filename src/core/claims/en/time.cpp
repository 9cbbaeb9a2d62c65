// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool ofSomebodyElse(std::string_view s) {
    return hasWord(
        s, {"record", "pole", "target", "quickest", "theirs", "his", "her", "best", "aim", "possible", "alien"});
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<min>[0-9]{1,2}):(?P<sec>[0-9]{2}(?:\.[0-9]+)?)(?: |$))",
     [](const Find& f, Claim& c) {
         if (hasWord(f.sentence, {"o'clock", "morning", "afternoon", "tonight", "starts", "pm", "am"})) return false;
         c.said.number = 60 * figureOf(f.group("min")).value_or(0) + figureOf(f.group("sec")).value_or(0);
         c.unit = "s", c.fact = ofSomebodyElse(f.sentence) ? "none" : "lap_time_s";
         return true;
     }},
    {R"(\b(?P<n>@N) minutes? (?:and )?(?P<s>@N)(?: seconds?)?\b)",
     [](const Find& f, Claim& c) {
         if (!hasWord(f.sentence, {"lap", "time", "round"})) return false;
         c.said.number = 60 * figureOf(f.group("n")).value_or(0) + figureOf(f.group("s")).value_or(0);
         return c.unit = "s", c.fact = "lap_time_s", true;
     }},
    {R"(\b(?P<n>@N|half a|a|one|a couple of|a few) (?P<unit>seconds?|s|secs?|tenths?(?: of a second)?|hundredths?|thousandths?)\b)",
     [](const Find& f, Claim& c) {
         const auto n = f.group("n"), unit = f.group("unit");
         const bool tenth = unit.find("tenth") == 0;
         if ((n == "a" || n == "one") && unit.find("sec") == 0) {
             const auto behind = firstWord(f.after());
             if (hasWord(f.after().substr(0, 14),
                         {"gear", "apex", "kerb", "look", "board", "lap", "time", "later", "place", "one"}) ||
                 behind == "to" || behind == "." || behind == ",")
                 return false;
         }
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
         else if (hasWord(all, {"coast", "coasting", "coasts", "neither"}))
             c.fact = "coast_s";
         else if (hasWord(all, {"lap"}) && v > 20)
             c.fact = "lap_time_s";
         return true;
     }}};

} // namespace

const KindOfClaim kTimeClaims{ClaimKind::Time, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

std::string aboutWhat(std::string_view s) {
    if (hasWord(s, {"brake", "brakes", "braking", "pressure", "pedal", "harder", "softer", "hardest", "heavier",
                    "lighter", "gentler", "stop"}))
        return "brake_pct";
    if (hasWord(s, {"gear", "gears", "up", "down"}) || ordinalOf(firstWord(s))) return "gear";
    if (hasWord(s, {"slow", "slower", "fast", "faster", "quicker", "speed", "slowest", "fastest", "quickest", "minimum",
                    "km/h", "mph", "carry"}))
        return "speed";
    return {};
}

bool against(Find& f, Claim& c) {
    if (const auto than = f.inside().find(" than "); f.inside().find(" than ", than + 1) != std::string_view::npos)
        return false; // "slower than the one and faster than the other"
    if (hasWord(lastWords(f.before(), 4), {"matters", "matter", "costs", "cost", "counts", "worth", "helps"}))
        return false;
    auto what = aboutWhat(" " + std::string(f.sentence.substr(f.from, f.to - f.from)) +
                          std::string(f.after().substr(0, 24)) + " ");
    if (what.empty()) what = aboutWhat(f.before());
    if (what.empty())
        for (const auto w : {"first", "second", "third", "fourth", "fifth", "sixth"})
            if (hasWord(f.before(), {w})) what = "gear";
    if (what.empty()) return false;
    const auto op = f.group("op");
    c.said.what = what;
    c.said.op = op.find("same") != op.npos || op == "just" || op == "exactly" ? "same"
                : hasWord(" " + std::string(op) + " ",
                          {"up", "higher", "more", "faster", "quicker", "harder", "taller", "heavier", "above"})
                    ? "higher"
                    : "lower";
    const std::string words = " " + std::string(op) + " ";
    const int apart = hasWord(words, {"2"}) ? 2 : hasWord(words, {"3"}) ? 3 : hasWord(words, {"one", "a"}) ? 1 : 0;
    if (apart > 0 && what == "gear" && c.said.op != "same") c.said.diff = c.said.op == "higher" ? apart : -apart;
    c.said.to = std::string(f.group("corner"));
    return true;
}

bool most(Find& f, Claim& c) {
    const auto op = f.group("op");
    const std::string how = " " + std::string(op) + " ";
    if (hasWord(how, {"heaviest", "lightest", "gentlest", "softest"}) &&
        !hasWord(f.group("of"), {"braking", "stop", "brake", "brakes", "pressure"}))
        return false;
    c.said.what = hasWord(how, {"hardest", "heaviest", "lightest", "gentlest", "softest"}) ||
                          hasWord(f.group("of"), {"brake", "braking", "stop", "brakes", "pressure"})
                      ? "brake_pct"
                  : hasWord(f.group("of"), {"gear"}) ? "gear"
                                                     : "speed";
    c.said.op = hasWord(" " + std::string(op) + " ", {"fastest", "quickest", "highest", "hardest", "most", "heaviest"})
                    ? "highest"
                    : "lowest";
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<op>(?:the |exactly the |just the )?same|(?:one|2|3)(?: gears?)? (?:up|down|higher|lower|more|less|above|below)|a gear (?:up|down|higher|lower|above|below)|higher|lower|slower|faster|quicker|harder|softer|heavier|lighter|gentler|more brakes?|less brakes?|more braking|less braking|more|less)(?: [a-z]+){0,3}?(?: (?:as|than|on|to|from|like))?(?: we have| you have| i use| you use| it is| it was)?(?: in| at| for| through)?(?: the)? (?P<corner>@CORNER)(?: for (?:gears?|speed|braking|brakes?))?\b)",
     against},
    {R"(\b(?P<op>higher|lower|slower|faster|quicker|harder|softer|heavier|lighter)(?: [a-z]+){4,6}? than (?:in |at |for |through )?(?:the )?(?P<corner>@CORNER)\b)",
     against},
    {R"(\b(?:the )?(?P<op>slowest|fastest|lowest|highest|hardest|heaviest|lightest|gentlest|softest|quickest|most|least) (?:minimum |brake )?(?P<of>corner|turn|gear|braking|stop|bend|brake|brakes|brake pressure|pressure|point|speed|part|place|bit|spot|thing)(?: [a-z]+){0,5}? (?:of the (?:lot|[2-9]|bunch)|lap|track|circuit|place|ring|course|all|anywhere|lot)\b)",
     most},
    {R"(\b(?P<op>more|less|harder|slower|faster|quicker|lower|higher|softer)(?P<rest>(?: [a-z]+){0,3}?) than (?:both (?:of )?the others|the other (?:2|3)|all the others|the others|the rest|anywhere|anything else|everything else|everywhere else|any other|every other|all the other|at any other|in any other)\b(?: [a-z]+){0,5}?)",
     [](Find& f, Claim& c) {
         const auto words = f.inside();
         c.said.what =
             hasWord(" " + std::string(words) + " ", {"brake", "braking", "brakes", "pressure", "harder", "softer"})
                 ? "brake_pct"
             : hasWord(" " + std::string(words) + " ", {"gear"}) ? "gear"
                                                                 : "speed";
         const auto op = f.group("op");
         c.said.op = op == "more" || op == "harder" || op == "faster" || op == "quicker" || op == "higher" ? "highest"
                                                                                                           : "lowest";
         return c.said.what != "speed" || op == "slower" || op == "faster" || op == "quicker";
     }},
    {R"(\bas (?P<op>slow|fast|quick|hard|heavy)(?: on the brakes)? as (?:in |at |through |for )?(?:the )?(?P<corner>@CORNER)\b)",
     [](Find& f, Claim& c) {
         if (hasWord(lastWords(f.before(), 3),
                     {"not", "nowhere", "never", "isn't", "nearly", "almost", "twice", "half"}))
             return false;
         const auto op = f.group("op");
         c.said.what = op == "hard" || op == "heavy" ? "brake_pct" : "speed", c.said.op = "same";
         c.said.to = std::string(f.group("corner"));
         return true;
     }},
    {R"(\bnot (?:as|so|quite as) (?P<op>slow|fast|quick|hard|heavy)(?: on the brakes)? as (?:in |at |through |for )?(?:the )?(?P<corner>@CORNER)\b)",
     [](Find& f, Claim& c) {
         const auto op = f.group("op");
         c.said.what = op == "hard" || op == "heavy" ? "brake_pct" : "speed";
         c.said.op = op == "slow" ? "higher" : "lower";
         c.said.to = std::string(f.group("corner"));
         return true;
     }},
    {R"(\b(?P<op>hardest|slowest|fastest|quickest) (?:here(?: of (?:all|anywhere))?|of all|of anywhere|of the lot)\b)",
     [](Find& f, Claim& c) {
         const auto op = f.group("op");
         c.said.what = op == "hardest" ? "brake_pct" : "speed", c.said.op = op == "slowest" ? "lowest" : "highest";
         return op != "hardest" || hasWord(f.sentence, {"brake", "braking", "brakes", "stop"});
     }},
    {R"(\bnowhere(?: [a-z]+){0,6}? (?:as|so) hard\b)",
     [](Find& f, Claim& c) {
         return c.said.what = "brake_pct", c.said.op = "highest", hasWord(f.sentence, {"brake", "braking", "brakes"});
     }},
    {R"(\b(?:nowhere|no corner|no other corner|nothing|there's no|there is no|no)(?: [a-z]+){0,5}? (?P<op>harder|slower|faster|quicker)\b(?: corner| stop)?)",
     [](Find& f, Claim& c) {
         const auto op = f.group("op");
         c.said.what = op == "harder" ? "brake_pct" : "speed";
         c.said.op = op == "slower" ? "lowest" : "highest";
         // "no slower corner on the lap"; a "no" by itself says that of anything
         const bool sure = f.inside().starts_with("nowhere") || f.inside().starts_with("nothing") ||
                           f.inside().starts_with("no corner") || f.inside().starts_with("no other");
         const bool everywhere =
             sure || (f.inside().ends_with("corner") && hasWord(f.after().substr(0, 40), {"lap", "track", "circuit"}));
         return everywhere && (op != "harder" || hasWord(f.sentence, {"brake", "braking", "brakes"}));
     }}};

} // namespace

const KindOfClaim kCompareClaims{ClaimKind::Compare, kRules};

} // namespace hl

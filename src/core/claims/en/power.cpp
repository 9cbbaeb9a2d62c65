// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool power(const Find& f, Claim& c) {
    if (hasWord(lastWords(f.before(), 3), {"off"})) return false; // off the throttle
    const auto all = f.sentence.substr(f.from, f.to - f.from);
    const bool full = hasWord(" " + std::string(all) + " ", {"flat", "full", "fully", "floor", "floored", "wide",
                                                             "buried", "pinned", "boards", "planted", "maximum"});
    c.said.what = full ? "full" : "pickup";
    const auto r = f.group("rel");
    c.said.rel = r.find("just after") != r.npos || r.find("right after") != r.npos || r.find("straight after") != r.npos
                     ? "just_after"
                 : r.find("before") != r.npos                                                          ? "before"
                 : r.find("after") != r.npos || r.find("past") != r.npos || r.find("beyond") != r.npos ? "after"
                 : r.find("by") != r.npos                                                              ? "by"
                                                                                                       : "at";
    const auto to = f.group("to");
    c.said.to = to.find("apex") != to.npos ? "apex" : std::string(to);
    c.fact = full ? "full_throttle_m" : "throttle_pickup_m";
    return true;
}

#define PEDAL                                                                                                          \
    R"((?:(?:back |straight |right |hard )?(?:on|onto|on to|to|into)(?: to)?(?: the)? (?:throttle|power|loud pedal)|(?:throttle|power) (?:on|goes on|comes on|again)|(?:pick|picks|picking) (?:up )?(?:the )?(?:throttle|power)(?: up)?|(?:squeeze|squeezing|feed|feeding|open|opening|touch|first touch of|start of|first|get|getting|roll|rolling) (?:on |in |of |on to )?(?:the |some )?(?:throttle|power)(?: on| in)?|accelerat\w+|power|throttle))"
#define FULL                                                                                                           \
    R"((?:(?:foot's|foot is|i'm|we're|you're|he's|be|is|am|go|goes|back to) ?(?:back )?(?:flat|full|pinned|planted)(?: out| throttle| power| to the boards| to the floor)?|(?:flat|full|maximum)(?: throttle| power| out)?|foot (?:down|buried|to the floor)|all the (?:throttle|power)|(?:throttle|power) (?:wide open|fully open)|wide open))"
#define REL                                                                                                            \
    R"((?P<rel>just after|right after|straight after|well after|just before|well before|right at|exactly at|before|by|at|after|past|beyond|from|only after))"

constexpr ClaimRule kRules[] = {
    {R"(\b)" FULL R"((?: [a-z']+){0,4}? )" REL R"( (?:the |that )?(?P<to>(?:second |first )?apex|@THING)\b)", power},
    {R"(\b)" PEDAL R"((?: [a-z']+){0,4}? )" REL R"( (?:the |that )?(?P<to>(?:second |first )?apex|@THING)\b)", power},
    {R"(\b)" REL
     R"( (?:the |that )?(?P<to>apex)(?: ,)?(?: (?:i'm|i|you|we|you're|he's|he|it's|get|go|am|are|is|can|should|be|must|to|then|start|already))* )" FULL
     R"(\b)",
     power},
    {R"(\b)" REL
     R"( (?:the |that )?(?P<to>apex)(?: ,)?(?: (?:i'm|i|you|we|you're|he's|he|it's|get|go|am|are|is|can|should|be|must|to|then|start|already))* )" PEDAL
     R"(\b)",
     power}};

} // namespace

const KindOfClaim kPowerClaims{ClaimKind::Power, kRules};

} // namespace hl

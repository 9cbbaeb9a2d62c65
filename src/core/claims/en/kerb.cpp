// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

std::string sideOf(std::string_view side) {
    if (side.find("in") == 0 || side.find("apex") == 0) return "inside";
    if (side.find("out") == 0 || side.find("exit") == 0) return "outside";
    if (side.find("left") == 0) return "left";
    if (side.find("right") == 0) return "right";
    return {};
}

template <const char* Use> bool use(const Find& f, Claim& c) {
    if (hasWord(lastWords(f.before(), 3), {"start", "end", "beginning"})) return false; // a thing to see
    c.said.side = sideOf(f.group("side")), c.said.use = Use;
    if (c.said.side.empty()) c.said.side = "inside"; // the one that is clipped
    return true;
}
constexpr char kNone[] = "none", kTouch[] = "touch", kHalf[] = "half", kFull[] = "full", kAny[] = "any";

#define SIDE                                                                                                           \
    R"((?:(?:the|that|a|this|your|any|of|on|some) )*(?:(?P<side>inside|outside|exit|entry|left|right|inner|outer|apex|left hand|right hand) )?(?:hand )?(?:apex )?kerbs?)"

constexpr ClaimRule kRules[] = {
    {R"(\b(?:leave|leaves|leaving) )" SIDE R"( alone\b)", use<kNone>},
    {R"(\b(?:avoid|avoids|avoiding|miss|misses|stay off|stays off|keep off|keeps off|keeping off|clear of|stay away from|keep away from|nowhere near|without touching|off|steer clear of|no) )" SIDE
     R"(\b)",
     use<kNone>},
    {R"(\b(?:kiss|kisses|kissing|touch|touches|touching|brush|brushes|brushing|clip|clips|clipping|graze|grazes|skim|just a touch of|a touch of|a bit of|a little(?: bit)? of|a little|just|tickle) )" SIDE
     R"(\b)",
     use<kTouch>},
    {R"(\b(?:half|half of|2 wheels? on|2 wheels? over|one wheel (?:on|over)|a wheel (?:on|over)|half way (?:over|on to|onto|up)|halfway (?:over|onto|up)) )" SIDE
     R"(\b)",
     use<kHalf>},
    {R"(\b(?:all of|all|every inch of|the whole(?: of)?|whole|full|as much(?: of)?|ride|rides|riding|straight over|hard over|right over|all over|all 4 over|4 wheels (?:on|over)|attack|attacks|everything of|both|the full width of|lots of|plenty of|fully over) )" SIDE
     R"(\b)",
     use<kFull>},
    {R"(\b(?:use|uses|using|used|take|takes|taking|took|hit|hits|hitting|run over|over|on to|onto|run out to|out to|run|runs) )" SIDE
     R"(\b)",
     use<kAny>}};

} // namespace

const KindOfClaim kKerbClaims{ClaimKind::Kerb, kRules};

} // namespace hl

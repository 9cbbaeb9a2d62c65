// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

template <const char* Word> bool is(const Find&, Claim& c) {
    c.said.word = Word;
    return true;
}
constexpr char kTrail[] = "trail", kToApex[] = "trail_to_apex", kStraight[] = "straight", kTwo[] = "two_stage",
               kProgressive[] = "progressive", kEarly[] = "peak_early";

bool brakes(const Find& f) { return hasWord(f.sentence, {"brake", "brakes", "braking", "pedal", "pressure", "it"}); }

constexpr ClaimRule kRules[] = {
    {R"(\b(?:trail|trailing|trails|carry|carries|carrying|bleed|bleeding|hold|keep)(?: [a-z'%0-9]+){0,6} (?:to|into|until|till|up to|as far as|right to|all the way to) the apex\b|\b(?:comes?|coming|release|releases|let|lets)(?: [a-z']+){0,9} off (?:it )?(?:at|by|only at) the apex\b|\blet(?: [a-z']+){0,10} (?:at|until|to) the apex\b)",
     [](const Find& f, Claim& c) {
         if (!brakes(f) && !hasWord(f.sentence, {"trail", "trailing", "trails"})) return false;
         if (hasWord(f.sentence.substr(f.from, f.to - f.from), {"speed", "throttle", "power"})) return false;
         c.said.word = kToApex;
         return true;
     }},
    {R"(\btrail(?:s|ing|ed)?(?: in| it in)?(?: (?:the|some|a little|a bit of))? ?(?:brak(?:e|es|ing))?(?: in| into (?:the corner|the turn|it|turn in))?\b|\b(?:brake|brakes|braking) (?:into|deep into) the (?:turn|corner)\b|\bcarry(?:ing)? the brakes? in\b|\bturn(?:ing)? (?:in )?(?:on|with) the brakes?\b)",
     [](const Find& f, Claim& c) {
         if (hasWord(f.sentence, {"bike", "walk"}) || lastWords(f.before(), 1) == "the ") return false;
         c.said.word = kTrail;
         return true;
     }},
    {R"(\b(?:brak(?:e|es|ing)|stop|stopping|slow)(?: [a-z']+){0,4} (?:in|on) a straight line\b|\bstraight line braking\b|\b(?:finish|finished|done|do) (?:all )?(?:the |your |my )?brak(?:e|ing) (?:before|and then) (?:you |i )?turn\w*\b|\bbrake straight\b|\ball (?:of )?(?:the |your )?braking (?:is )?(?:done )?(?:in a )?straight(?: line)?\b|\bbraking (?:all )?(?:done|finished|over) before (?:you |i |we |the )?turn\w*\b|\boff the brakes? before (?:you |i )?turn\w*\b)",
     is<kStraight>},
    {R"(\b(?:in )?(?:2|two) (?:stages?|steps|parts|goes|stabs|bites)\b)",
     [](const Find& f, Claim& c) {
         c.said.word = kTwo;
         return brakes(f);
     }},
    {R"(\b(?:progressive(?:ly)?|squeeze (?:on )?the brakes?|build (?:up )?(?:the )?(?:brake|pressure)|ease (?:on|into) the brakes?)\b)",
     [](const Find& f, Claim& c) {
         c.said.word = kProgressive;
         return brakes(f);
     }},
    {R"(\b(?:stamp(?: on (?:it|the (?:brakes?|pedal)))?|hit the (?:brakes?|pedal) hard|hard (?:initial|at first|straight away)|peak(?:s)? early|hard initial|all the pressure at once)\b)",
     [](const Find& f, Claim& c) {
         c.said.word = kEarly;
         return brakes(f);
     }}};

} // namespace

const KindOfClaim kBrakeShapeClaims{ClaimKind::BrakeShape, kRules};

} // namespace hl

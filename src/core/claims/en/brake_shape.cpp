// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

template <const char* Word> bool is(Find&, Claim& c) {
    c.said.word = Word;
    return true;
}
constexpr char kTrail[] = "trail", kToApex[] = "trail_to_apex", kStraight[] = "straight", kTwo[] = "two_stage",
               kProgressive[] = "progressive", kEarly[] = "peak_early";

bool brakes(const Find& f) { return hasWord(f.sentence, {"brake", "brakes", "braking", "pedal", "pressure", "it"}); }

constexpr ClaimRule kRules[] = {{R"(\b(?:trail|trailing|trails|carry|carries|carrying|bleed|bleeding|hold|keep)(?: [a-z'%0-9]+){0,6} (?:to|until|till|up to|as far as|right to|all the way to) the apex\b|\b(?:comes?|coming|release|releases|let|lets)(?: [a-z']+){0,9} off (?:it )?(?:at|by|only at) the apex\b|\bbrake (?:all the way |right )?to the apex\b|\bstill trailing(?: it| the brakes?)? at the apex\b|\btrail(?:s|ed|ing)?(?: brake| braking)?(?: it| the brakes?)?(?: in)?(?: right| all the way| down)? to the apex\b|\blet(?: [a-z']+){0,10} (?:at|until|to) the apex\b|\boff (?:of )?the brakes? (?:only |just )?at the apex\b)",
                                 [](Find& f, Claim& c) {
                                     if (!brakes(f) && !hasWord(f.sentence, {"trail", "trailing", "trails"}))
                                         return false;
                                     if (hasWord(f.sentence.substr(f.from, f.to - f.from),
                                                 {"speed", "throttle", "power"}))
                                         return false;
                                     c.said.word = kToApex;
                                     return true;
                                 }},
                                {R"(\btrail(?:s|ing|ed)?(?: in| it in)?(?: (?:the|some|a little|a bit of))? ?(?:brak(?:e|es|ing))?(?: in| into (?:the corner|the turn|it|turn in))?\b|\b(?:brake|brakes|braking) (?:into|deep into) the (?:turn|corner)\b|\b(?:carry|carries|carrying|take|drag|dragging|drags|bring) (?:the |some |a little |a bit of |your |my )*brakes? (?:in|into)(?: the)?(?: corner| turn)?\b|\b(?:bleed|bleeds|bleeding|feed|feeds|feeding|ease|eases|easing|release|releases|releasing|feather|come|comes|coming|roll|rolls|peel|let|slide|slides)(?: off| out of| gently| slowly)* (?:of )?(?:the )?(?:brakes?|pedal)(?: off| out| up| away| progressively| gently| slowly)* (?:as|while|whilst|into the (?:corner|turn)|on the way in|through the turn-in|through turn-in)\b|\b(?:brakes?|brake pressure) (?:still |is still |are still |is |are )?(?:on|comes off|come off|bleeds off)(?: at| as| while| past| through| after) (?:the )?(?:you turn|i turn|we turn|turn-in|turn in|steering|wheel)\b|\b(?:keep|hold|leave|keeps|holding)(?: [a-z]+){0,4} brakes?(?: pressure)? on (?:as|while|when|past|after|until after) (?:you|i|we|the|turn)\b|\bbrakes? (?:comes?|goes|come) off (?:as|while|when) (?:you|i|we|the steering|the wheel|the lock)\b|\b(?:carry|carries|drag|take|hold|keep) (?:the |some |your |a little |a bit of )*brakes?(?: pressure)? (?:past|beyond|through) (?:the )?turn(?:-in| in)\b|\bbrakes? (?:is |are )?still on (?:at|past|after|through) (?:the )?turn(?:-in| in)\b|\b(?:a |some )?(?:touch|bit|hint|little|metres|yards|car lengths|lengths) of (?P<span>trail)\b|\bstill (?:braking|on the brakes?) (?:as|when|while) (?:you|i|we) turn\b|\bturn(?:ing)? (?:in )?(?:on|with) the brakes?\b|\bbrakes? (?:held|carried|kept on|dragged) (?:on )?into the (?:turn|corner|bend)\b)",
                                 [](Find& f, Claim& c) {
                                     if (hasWord(f.sentence, {"bike", "walk"}) ||
                                         hasWord(lastWords(f.before(), 1), {"the"}))
                                         return false;
                                     const bool alone = f.inside().find(' ') == std::string_view::npos;
                                     if (alone && !hasWord(lastWords(f.before(), 1), {"no"}) &&
                                         !hasWord(f.sentence, {"brake", "brakes", "braking", "pedal", "it"}))
                                         return false;
                                     c.said.word = kTrail;
                                     return true;
                                 }},
                                {R"(\b(?:brak(?:e|es|ing)|stop|stopping|slow)(?: [a-z']+){0,4} (?:in|on) a straight line\b|\b(?:stopping|braking|slowing)(?: is)?(?: all)? (?:done |finished )[a-z ]{0,14}straight\b|\boff (?:the )?(?:brakes?|pedal)[a-z ,]{0,10} in a straight line\b|\bdone with the brakes? before (?:you|i|we|the|any)? ?turn\w*\b|\bbraking is (?:over|done|finished|complete) before\b|\bstraight line (?:braking|brake|stop)\b|\b(?:brakes?|braking)(?:'s| is| all)*(?: all)? (?:done |finished |over )?(?:in|on) a straight line\b|\bbrak(?:e|es|ing|ed)[a-z ,]{0,14} straight line\b|\b(?:finish|finishes|finished|complete) (?:all )?(?:the |your |my )?(?:braking|brakes) before\b|\b(?:fully |completely |right |all the way )?off the (?:brakes?|pedal),? (?:before|and then|then) (?:you |i |we |he )?(?:turn|turning|steer|steering)\w*\b|\b(?:brakes?|brake) (?:come |comes |is |are )?(?:fully |completely )?(?:off|released) before (?:you |i |we |the |any )?(?:turn|turning|steer|steering)\w*\b|(?:^| , )(?:in a )?straight line(?: ,| \.|$)|\b(?:finish|finished|done|do) (?:all )?(?:the |your |my )?brak(?:e|ing) (?:before|and then) (?:you |i )?turn\w*\b|\bbrake straight\b|\ball (?:of )?(?:the |your )?braking (?:is )?(?:done )?(?:in a )?straight(?: line)?\b|\bbraking (?:all )?(?:done|finished|over) before (?:you |i |we |the )?turn\w*\b|\boff the brakes? before (?:you |i )?turn\w*\b)",
                                 is<kStraight>},
                                {R"(\b(?:in )?(?:2|two) (?:separate |distinct )?(?:stages?|steps|parts|goes|stabs|bites|brake applications|applications|hits|dabs|phases)\b)",
                                 [](Find& f, Claim& c) {
                                     c.said.word = kTwo;
                                     return brakes(f);
                                 }},
                                {R"(\b(?:(?:brakes?|braking|pressure|squeeze|build) [a-z ]{0,16}progressive(?:ly)?|progressive(?:ly)? [a-z ]{0,12}(?:brakes?|braking|pressure)|squeeze (?:on )?the brakes?|build (?:up )?(?:the )?(?:brake|pressure)|ease (?:on|into) the brakes?)\b)",
                                 [](Find& f, Claim& c) {
                                     c.said.word = kProgressive;
                                     return brakes(f);
                                 }},
                                {R"(\b(?:stamp(?: on (?:it|the (?:brakes?|pedal)))?|hit the (?:brakes?|pedal) hard|hard (?:initial|at first|straight away)|peak(?:s)? early|hard initial|all the pressure at once)\b)",
                                 [](Find& f, Claim& c) {
                                     c.said.word = kEarly;
                                     return brakes(f);
                                 }}};

} // namespace

const KindOfClaim kBrakeShapeClaims{ClaimKind::BrakeShape, kRules};

} // namespace hl

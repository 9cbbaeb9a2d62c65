// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

std::string_view meant(std::string_view w) {
    if (w == "early" || w == "earlier" || w == "soon" || w == "too soon") return "early";
    if (w == "late" || w == "later" || w == "deep" || w == "deeper" || w == "delay" || w == "delayed" ||
        w == "delaying")
        return "late";
    if (w == "double" || w == "both" || w == "2" || w == "two") return "double";
    if (w == "single" || w == "one" || w == "only one" || w == "just one") return "single";
    return "middle";
}

bool which(Find& f, Claim& c) {
    c.said.word = std::string(meant(f.group("w")));
    return true;
}

bool ofTheApex(Find& f, Claim& c) {
    if (hasWord(f.sentence, {"brake", "braking", "brakes", "turn-in", "power", "throttle"}) &&
        !hasWord(f.inside(), {"apex"}) && !hasWord(f.sentence, {"apex"}))
        return false;
    return which(f, c);
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<w>early|earlier|late|later|middle|mid|mid corner|double|single|geometric|central|deep|deeper|delayed|2|both|one|only one|just one)(?: corner| point)? apex(?:es|ing)?\b)",
     which},
    {R"(\b(?P<w>2|double|single|only one|just one) (?:clipping points?|clip(?:ping)?s?)\b)", which},
    {R"(\b(?P<w>early|late|later|earlier) (?:clipping point|clip)\b)", which},
    {R"(\bapex(?:es|ed|ing)?(?: :| come| sits| lies| stands| falls| to you| to us| isn't| is not| wasn't| a| an| that's| not| it| is| comes| was| ends up| ended up| turned out| point| quite| very| too| rather| a bit| a little| a touch| here| the| in| on| around| about| roughly| somewhere| that| this| corner| right| bang| far| really| nice and| nicely| so| pretty| quite a bit| much| belongs| ought to be| should be| wants to be| on this lap| this time| , nice and| , quite| , very| ,)* (?P<span>(?P<w>early|late|middle|double|earlier|later|deep))\b)",
     [](Find& f, Claim& c) {
         if (hasWord(f.inside(), {"middle"}) && firstWord(f.after()) == "finger") return false;
         return which(f, c);
     }},
    {R"(\b(?:one|2) apex(?:es)? ?,? (?:and )?(?:it's|it is|it sits|it comes|both) (?:in the |right in the )?(?P<span>(?P<w>early|late|middle))\b)",
     which},
    {R"(\b(?:clip|clipping point)(?: comes| is| was)? (?P<span>(?P<w>early|late|later))\b)", which},
    {R"(\b(?P<w>delay|delaying) the apex\b)", which},
    {R"(\b(?:it|yours|mine|that) (?:should|ought to|needs to|wants to|has to|could) be (?P<span>(?P<w>early|late|earlier|later))(?: ,| \.| !| ?$))",
     ofTheApex},
    {R"(\b(?:was|am|i'm|is|he's|you're|got|went) (?:a bit |a little |too |very )?(?P<span>(?P<w>early|late) (?:on|to|for) the apex)\b)",
     which},
    {R"(\b(?:take|took|taking|takes|clip|clips|clipped|clipping|hit|hits|hitting|touch|reach|get|gets|got) (?:it|this(?: one)?|the apex|the inside|the kerb|the inside kerb)(?: too| very| quite| a bit| really| a little| just)* (?P<span>(?P<w>early|late|later|earlier))\b)",
     ofTheApex},
    {R"(\bclip(?:s|ped)?(?: [a-z']+){0,4} (?P<span>(?:well |way |just )?(?P<w>after|before|past|in|at) the middle)\b)",
     [](Find& f, Claim& c) {
         const auto w = f.group("w");
         c.said.word = w == "after" || w == "past" ? "late" : w == "before" ? "early" : "middle";
         return true;
     }}};

} // namespace

const KindOfClaim kApexClaims{ClaimKind::Apex, kRules};

} // namespace hl

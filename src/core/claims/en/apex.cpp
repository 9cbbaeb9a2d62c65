// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool which(const Find& f, Claim& c) {
    const auto w = f.group("w");
    c.said.word = w == "early" || w == "earlier"                                      ? "early"
                  : w == "late" || w == "later" || w == "deep"                        ? "late"
                  : w == "double" || w == "2" || w == "two"                           ? "double"
                  : w == "single" || w == "one" || w == "only one" || w == "just one" ? "single"
                                                                                      : "middle";
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<w>early|late|middle|mid|double|single|geometric|central|deep|2|one|only one|just one)(?: corner| point)? apex(?:es)?\b)",
     which},
    {R"(\bapex(?:es)?(?: it| is| comes| was| point| quite| very| too| rather| a bit| here| the| in| on| that| this| corner)* (?P<span>(?P<w>early|late|middle|double|earlier|later|deep))\b)",
     which},
    {R"(\b(?:take|took|taking|takes|clip|clips|clipped|hit|hits) (?:it|this(?: one)?)(?: too| very| quite| a bit)? (?P<span>(?P<w>early|late))\b)",
     [](const Find& f, Claim& c) {
         return !hasWord(f.sentence, {"brake", "braking", "brakes"}) && which(f, c);
     }}};

} // namespace

const KindOfClaim kApexClaims{ClaimKind::Apex, kRules};

} // namespace hl

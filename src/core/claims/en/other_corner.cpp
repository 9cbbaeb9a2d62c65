// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/manner.h"

namespace hl::manner {

const char* atCorner() { return R"(\b(?:at|in|for|through|into|(out of|leaving)) (?:the )?(@CORNER)\b)"; }

const char* cornerAsSubject() {
    return R"(^ ?(?:(?:and|then|so|now|but) )*(?:the )?(@CORNER)(?:'s| is| was| in| needs| takes| wants| gets| asks for|)"
           R"( comes in| goes in| @ORD| [0-9]+)\b)";
}

const char* cornerMentioned() {
    return R"(^ ?(?:(?:and|then|so|now|earlier|later|on|back|after|before|that|this|coming|comes|up|next|is|was|there|)"
           R"(again|at|in|for|through|into|the|it's) )*(@CORNER) ?$)";
}

const Pattern& nextCorner() {
    static const Pattern kPattern(
        R"((?:^ ?|\b(?:and|then|so|but|in|at|through) )(?:the )?(?:(next|following)|(previous|preceding)) (?:corner|bend|turn)\b|)"
        R"((?:^ ?|\b(?:and|then|so|but|in|at|through) )the (?:corner|bend|turn|one) (?:(after)|(before))(?: (?:this|that|it))?(?: one)? (?:is|was|needs|takes|wants|you|i|we)\b)");
    return kPattern;
}

const Pattern& cornersAway() {
    static const Pattern kPattern(
        R"((?:^ ?|\b(?:and|then|so|but) )(one|a|2|3) (?:corners?|bends?|turns?) (back|earlier|ago|before|later|on|further on|after))"
        R"((?: ?$| (?:it's|it|is|was|you|you're|i|i'm|we|we're|there|that's|the)\b))");
    return kPattern;
}

const Pattern& onlyAway() {
    static const Pattern kPattern(
        R"(^ ?(?:(?:and|then|so|but) )?(?:(?:(?:in|at|through) )?(?:the )?(?:next|following|previous|preceding) (?:corner|bend|turn)|)"
        R"((?:one|a|2|3) (?:corners?|bends?|turns?) (?:back|earlier|ago|before|later|on|further on|after)) ?$)");
    return kPattern;
}

const Pattern& predicateAlone() {
    static const Pattern kPattern(R"(^ ?(?:is|was|needs|takes|wants|asks for) )");
    return kPattern;
}

} // namespace hl::manner

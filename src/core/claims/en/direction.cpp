// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

bool side(const Find& f, Claim& c) {
    const auto behind = firstWord(f.after());
    for (const auto w : {"kerb",  "kerbs", "side",  "foot", "wheels", "wheel",  "edge",  "front",  "rear",  "of",
                         "pedal", "line",  "board", "wall", "tyres",  "mirror", "away",  "gear",   "place", "time",
                         "there", "now",   "here",  "at",   "on",     "before", "after", "behind", "by",    "to"})
        if (behind == w) return false;
    c.said.word = std::string(f.group("w"));
    return true;
}

bool kind(const Find& f, Claim& c) {
    c.said.word = std::string(f.group("k"));
    return !hasWord(lastWords(f.before(), 4), {"before", "after", "next", "to", "other", "another", "than"});
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<w>left|right) hander\b|\b(?P<w2>left|right) hand(?:ed)?\b)",
     [](const Find& f, Claim& c) {
         const auto behind = firstWord(f.after());
         for (const auto w :
              {"kerb", "kerbs", "side", "edge", "wheels", "wheel", "wall", "tyres", "mirror", "line", "board", "front"})
             if (behind == w) return false;
         c.said.word = std::string(f.group("w").empty() ? f.group("w2") : f.group("w"));
         return true;
     }},
    {R"(\b(?P<span>(?P<w>left|right)) (?:hairpin|corner|turn|bend|kink|sweeper|curve)\b)",
     [](const Find& f, Claim& c) {
         if (hasWord(lastWords(f.before(), 3), {"next", "following", "previous"})) return false;
         c.said.word = std::string(f.group("w"));
         return true;
     }},
    {R"(\b(?:it's|it is|this is|here's|this one's|so it's)(?: a| an)?(?: [a-z]+){0,2} (?P<span>(?P<w>left|right))\b)",
     side},
    {R"(\b(?:a|an)(?: [a-z]+){0,2} (?P<span>(?P<w>left|right))(?: , | \. | and | into | over | with | that | which |$))",
     [](const Find& f, Claim& c) {
         c.said.word = std::string(f.group("w"));
         return !hasWord(f.before(), {"move", "look", "bit"}) &&
                !hasWord(f.sentence.substr(f.from, f.to - f.from), {"bit", "little", "touch"});
     }},
    {R"(\b(?P<k>hairpin|chicane|kink|sweeper|esses)\b)", kind}};

} // namespace

const KindOfClaim kDirectionClaims{ClaimKind::Direction, kRules};

} // namespace hl

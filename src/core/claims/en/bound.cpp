// SPDX-License-Identifier: GPL-3.0-or-later
// Words that make a value a limit.
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {

void readBound(const Find& f, SaidValue& said) {
    static const Pattern kMostBefore(
        R"(\b(?:(?:no|never|not) faster than|no more than|not more than|never more than|at most|at the most|max|maximum(?: of)?|a maximum of|less than|under|never over|never above|not over|not above|no higher than|don't exceed|never exceed|not exceed|without exceeding|don't go (?:over|above|past|beyond)|never go (?:over|above|past|beyond)|(?:don't|never|not) (?:use |go )?(?:any )?(?:more|higher) than|up to|limit(?:ed)? (?:of|to)|nothing (?:over|above)|no harder than|keep (?:it )?(?:under|below)|below|don't use more than|never use more than|not (?:use |go )?(?:beyond|past)|more than)(?: about| around| a| the)? *$)");
    static const Pattern kMoreThan(R"(\b(?:more than|over|above|below|under|up to)(?: about| a| the)? *$)");
    static const Pattern kDenied(
        R"(\b(?:never|not|don't|no|nobody|without|doesn't|didn't|won't|shouldn't|mustn't|can't)\b)");
    static const Pattern kLeastBefore(
        R"(\b(?:at least|never (?:below|under|beneath)|not (?:below|under)|(?:no|never|not) slower than|no less than|not less than|never less than|never (?:go |goes |went |drop |drops |dropped |fall |falls |fell |get |gets |got |dip |dips )?(?:below|under|beneath)|(?:don't|do not|not|doesn't|didn't|won't|mustn't|shouldn't) (?:let it )?(?:ever )?(?:go|drop|fall|get|dip|come|slow) (?:to )?(?:below|under|beneath)|(?:never|don't|doesn't|not|didn't|won't)(?: ever)? [a-z]+ (?:any )?(?:less|lower|slower) than|(?:stay|stays|keep|keep it|keeps|remain|hold) (?:above|over)|a minimum of|nothing (?:below|under|less than)|no lower than|no slower than)(?: about| around| a| the)? *$)");
    static const Pattern kMostBehind(
        R"(^ ?,? ?(?:at (?:the )?most|max|maximum|tops|and no (?:more|further|higher)|no more|not more|and not more|or less|or under|is the (?:limit|most|maximum))\b)");
    static const Pattern kLeastBehind(
        R"(^ ?,? ?(?:at (?:the )?(?:very )?least|or more|or better|minimum is what|and no less|no less|and up)\b)");
    auto before = f.before(), after = f.after();
    static const Pattern kOfWhat(
        R"(^ ?(?:of|on) (?:the |your |my )?(?:brakes?(?: pedal| pressure)?|pedal|pressure|throttle|power) ?)");
    re2::StringPiece rest(after.data(), after.size());
    if (re2::RE2::Consume(&rest, kOfWhat.re())) after = {rest.data(), rest.size()};
    static const Pattern kExactly(R"(^ ?,? ?no (?:more|less) ?,?(?: and)? no (?:more|less)\b)");
    if (kExactly.in(after)) return;
    if (kLeastBefore.in(before) || kLeastBehind.in(after)) {
        said.least = true;
        return;
    }
    said.most = kMostBefore.in(before) || kMostBehind.in(after);
    // "more than" alone, "up to" as far as one goes: no limit.
    if (said.most && kMoreThan.in(before) && !kMostBehind.in(after)) {
        const auto near = lastWords(f.before(), 7);
        const bool denied = kDenied.in(near);
        if (!denied && !hasWord(near, {"keep", "stay", "less"})) said.most = false;
    }
}

} // namespace hl

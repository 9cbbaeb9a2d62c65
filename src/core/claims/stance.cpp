// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/stance.h"

#include "core/claims/lexicon.h"
#include "core/claims/manner.h"
#include "core/claims/rules.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::string_view kJoins[] = {" , ",  " : ",       " but ",   " and ",   " then ",
                                       " so ", " because ", " while ", " which ", " ( "};
constexpr std::string_view kWho[] = {" you ", " i ", " i'm ", " we ", " he ", " it's ", " that's ", " they "};

/// Where the last of these marks stands, all of which begin with a blank. Looks at blanks alone: this is asked often.
Stretch lastOf(std::string_view text, std::span<const std::string_view> marks) {
    for (auto at = text.rfind(' '); at != text.npos; at = at > 0 ? text.rfind(' ', at - 1) : text.npos)
        for (const auto mark : marks)
            if (text.size() - at >= mark.size() && text[at + 1] == mark[1] && text.substr(at, mark.size()) == mark)
                return {at, at + mark.size()};
    return {};
}

/// Where a clause begins that ends at the end of `before`: behind a comma, a colon or a joining word.
std::size_t clauseStart(std::string_view before, bool whoToo) {
    const auto join = lastOf(before, kJoins);
    const auto start = join.to > 0 ? join.to - 1 : 0;
    // Run-on speech begins a clause with who does it.
    return whoToo ? std::max(start, lastOf(before, kWho).from) : start;
}
std::string_view clauseBefore(std::string_view before) { return before.substr(clauseStart(before, true)); }

std::string_view clauseAfter(std::string_view after) {
    static constexpr std::string_view kEnds[] = {" , ",       " : ", " but ", " and ", " then ",
                                                 " because ", " . ", " ; ",   " ! "};
    static constexpr std::string_view kOthers[] = {" you ", " i ", " we ", " he ", " it's ", " that's "};
    if (after.starts_with(", ") || after.starts_with(". ")) return {};
    std::size_t end = after.size();
    eachMark(after, kEnds, [&](std::string_view, std::size_t at) { end = std::min(end, at); });
    eachMark(after.substr(0, end), kOthers, [&](std::string_view, std::size_t at) {
        if (!after.substr(0, at).ends_with(" what") && !after.substr(0, at).ends_with(" where"))
            end = std::min(end, at); // "second is what I should have used" is one clause
    });
    return after.substr(0, end);
}

/// A verb behind "and" shares who does it with the one before.
bool sharesWho(std::string_view before, std::string_view clause) {
    const auto rest = before.substr(0, before.size() - clause.size());
    if (!rest.ends_with(" and") && !rest.ends_with(" then")) return false;
    const auto earlier = clauseBefore(rest.substr(0, rest.rfind(' ')));
    return hasWord(earlier, {"i", "i'm", "we", "he", "she", "we're", "he's"});
}

/// Where run-on speech begins to tell of something else: "you don't do anything it's flat", but not "I don't think
/// it's flat".
std::size_t begunAnew(std::string_view before) {
    std::size_t start = 0;
    for (const auto who :
         {" it's ", " i'm ", " we're ", " you're ", " that's ", " i just ", " we just ", " you just "}) {
        const auto at = before.rfind(who);
        if (at == before.npos || at < start) continue;
        if (!hasWord(lastWords(before.substr(0, at + 1), 2),
                     {"think",   "thought", "say",  "says",    "said",  "believe", "mean",      "swear",
                      "pretend", "sure",    "that", "because", "if",    "like",    "convinced", "tell",
                      "me",      "until",   "when", "feel",    "feels", "suppose"}))
            start = at;
    }
    return start;
}

/// A denial in the same clause, no farther than a few words; "no trail braking" for what has no opposite of its own.
bool denied(std::string_view before, ClaimKind kind) {
    constexpr std::size_t kReach = 7;
    std::size_t start = 0;
    for (const auto mark : {" , ", " : ", " but ", " then ", " because ", " so "})
        if (const auto at = before.rfind(mark); at != before.npos && !before.substr(0, at).ends_with("anything"))
            start = std::max(start, at + 1);
    start = std::max(start, begunAnew(before));
    const auto clause = lastWords(before.substr(start), kReach);
    if (manner::noDenial().in(clause)) return false;
    const bool bare = kind == ClaimKind::BrakeShape || kind == ClaimKind::Direction || kind == ClaimKind::Apex;
    return manner::denial().in(clause) || (bare && hasWord(lastWords(before, 1), {"no"}));
}

/// What one clause tells of who says it to whom.
struct Manner {
    bool advised = false, plain = false, toYou = false, hedged = false;
};

Manner mannerOf(std::string_view before, std::string_view inside, std::string_view after) {
    namespace m = manner;
    const auto ahead = clauseBefore(before);
    const auto behind = clauseAfter(after);
    const auto clause = std::string(ahead) + std::string(inside) + std::string(behind);
    const bool shared = sharesWho(before, ahead);
    // "Brake when you are level with it": the order stands before who does it.
    const auto whole = std::string(before.substr(clauseStart(before, false))) + std::string(inside);
    const bool orders = m::imperative().in(clause) || m::imperative().in(whole);
    const bool told = !shared && orders && !m::notImperative().in(clause) && !m::notImperative().in(whole);
    Manner out;
    out.advised = (told || m::advice().in(clause)) && !m::iHaveTo().in(clause) && !m::fixedPhrase().in(clause);
    out.advised = out.advised || m::youWantIt().in(after.substr(behind.size()));
    out.plain = shared || m::youAre().in(clause) || m::description().in(clause);
    out.toYou = !m::youAre().in(clause) && !m::fixedPhrase().in(clause) &&
                hasWord(clause, {"you", "your", "you're", "you'll", "you'd"}) &&
                !hasWord(clause, {"i", "i'm", "we", "he", "my"});
    const auto longer = std::string(before.substr(clauseStart(before, false))) + " ";
    out.hedged = m::hedgeBehind().in(after) || m::hedge().in(std::string(ahead) + " ") || m::hedge().in(longer) ||
                 m::hedge().in(lastWords(before, 4));
    if (m::iWouldSayDo().in(clause)) out.hedged = false, out.advised = true;
    return out;
}

/// A bare value, of which nobody says who does it: "Late apex" is told to somebody, "third gear" tells what is.
bool bareIsTold(const Claim& c, std::string_view before, std::string_view inside, std::string_view after) {
    const bool article =
        hasWord(lastWords(before, 1), {"a", "an", "the"}) || inside.starts_with("a ") || inside.starts_with("the ");
    static const Pattern kRegret(
        R"(^ ?, (?:sadly|unfortunately|alas|regrettably|i'm afraid|oops|(?:far |much |way )?too (?:early|late)|my mistake|my fault|as you see|as you can see)\b)");
    if (kRegret.in(after)) return false; // what one is told to do is not regretted
    const bool aim = c.said.word == "early" || c.said.word == "late" || c.said.word == "middle"; // "two apexes" tells
    return manner::looksAhead().in(before) || manner::goesOnAsAdvice().in(after.substr(clauseAfter(after).size())) ||
           hasWord(clauseBefore(before), {"never"}) || (c.kind == ClaimKind::Apex && aim && !article) || c.said.most ||
           c.said.least || c.kind == ClaimKind::Kerb;
}

} // namespace

std::string caseAround(std::string_view s, std::size_t from, std::size_t to) {
    std::size_t start = 0, end = s.size();
    static constexpr std::string_view kOwnCase[] = {
        " but ",          " otherwise ",      " today ",         " in the dry ",
        " whereas ",      " here i ",         " i say ",         " i prefer ",
        " mine ",         " my own ",         " these days ",    " nowadays ",
        " went back to ", " and everyone ",   " and everybody ", " and the others ",
        " and the rest ", " because there's "};
    eachMark(s.substr(0, from), kOwnCase, [&](std::string_view, std::size_t at) {
        if (!s.substr(0, at).ends_with(" of")) start = std::max(start, at + 1);
    });
    const auto behindIt = std::min(to > 0 ? to - 1 : 0, s.size());
    eachMark(s.substr(behindIt), kOwnCase, [&](std::string_view mark, std::size_t at) {
        if (s.substr(behindIt + at + mark.size(), 3) != "if ") end = std::min(end, behindIt + at);
    });
    // "Others brake at the tree, I brake behind it."
    if (re2::StringPiece comma, joins;
        re2::RE2::PartialMatch({s.data(), s.size()}, manner::theyAndI().re(), &comma, &joins)) {
        const auto at = static_cast<std::size_t>((comma.empty() ? joins : comma).data() - s.data());
        if (at < from)
            start = std::max(start, at + (comma.empty() ? joins : comma).size() - 1);
        else
            end = std::min(end, at);
    }
    // "in the dry I lift, in the rain I brake"
    static const Pattern kOtherwise(
        R"( , (?:in the (?:rain|wet|damp)|when it's (?:wet|damp|raining)|on (?:a )?(?:wet|damp)[a-z ]*|with the wets)(?: on)? (?:i|i'd|we|you|he|it's|it is|brake|lift|use|take)\b)");
    re2::StringPiece rest(s.data() + to, s.size() - std::min(to, s.size())), mark;
    if (to < s.size() && re2::RE2::PartialMatch(rest, kOtherwise.re()))
        if (const auto at = s.find(" , ", to); at != s.npos) end = std::min(end, at);
    // "it was flat in qualifying and it's flat now"
    const auto behind = clauseAfter(s.substr(std::min(to, s.size())));
    if (hasWord(behind, {"now", "today"}))
        start = std::max(start, clauseStart(s.substr(0, from), false)), end = std::min(end, to + behind.size());
    std::string out(s.substr(start, end - start));
    static const re2::RE2 kLength("\\bcar(?:'s)? (lengths?)");
    re2::RE2::GlobalReplace(&out, kLength, "\\1"); // "turn in a car length after" is about no other car
    re2::RE2::GlobalReplace(&out, manner::fixedPhrase().re(), " ");
    re2::RE2::GlobalReplace(&out, manner::myAdvice().re(), " ");
    re2::RE2::GlobalReplace(&out, manner::whateverTheySay().re(), " ");
    return out;
}

bool asks(std::string_view s) { return manner::asking().in(s); }

void tellStance(std::string_view s, std::size_t from, std::size_t to, Claim& c) {
    const auto before = s.substr(0, from), after = s.substr(std::min(to, s.size())), inside = s.substr(from, to - from);
    c.alsoAs.clear(), c.adviceGuessed = false;
    c.nearly = c.nearly || manner::about().in(before) || hasWord(after.substr(0, 14), {"ish"}) ||
               after.substr(0, 8).find("or so") != after.npos || after.substr(0, 16).find("near enough") != after.npos;
    const auto condition = caseAround(s, from, to);
    if (manner::otherCase().in(condition) || manner::asIfItWere().in(condition)) {
        c.stance = Stance::Other;
        return;
    }
    static const Pattern kSeems(
        R"(\b(?:feels|felt|looks|looked|seems|seemed|sounds|sounded) like (?:a |an |about |around )?$)");
    static const Pattern kBut(R"(^ ?,? ?but\b)");
    if (kSeems.in(before) && kBut.in(after)) { // "it feels like a hundred and twenty but it's less"
        c.stance = Stance::Other;
        return;
    }
    // What the denial is part of stands in the value already.
    const bool ownNone =
        (c.kind == ClaimKind::Kerb && c.said.use == "none") ||
        (c.kind == ClaimKind::Power && inside.find("until") != inside.npos); // "no power until the apex"
    const bool isLimit = c.said.most || c.said.least || ownNone || c.said.down == 0;
    if (!isLimit && (denied(before, c.kind) || manner::denialBehind().in(after))) {
        c.stance = Stance::Negated;
        return;
    }
    auto m = mannerOf(before, inside, after);
    if (c.kind == ClaimKind::Metres && hasWord(lastWords(before, 2), {"needs", "takes"}))
        m.advised = false, m.plain = true;
    // "A little more brake next time, about sixty": what follows in the sentence is for then too.
    if (const auto then = before.rfind(" next time");
        then != before.npos && !hasWord(before.substr(then), {"but", "today", "now", "i did"}))
        m.advised = true;
    m.advised = m.advised || manner::plansFor().in(before) || manner::adviceBehind().in(after);
    const bool turns = hasWord(firstWord(inside), {"turn", "bear", "go", "steer", "sling", "throw"});
    if (m.hedged)
        c.stance = Stance::Hedged, c.alsoAs.push_back(m.advised ? Stance::Advised : Stance::Driven);
    else if (c.kind == ClaimKind::Direction && !turns)
        c.stance = Stance::Driven;
    else if (m.advised) {
        c.stance = Stance::Advised, c.adviceGuessed = m.plain;
        if (m.plain || m.toYou) c.alsoAs.push_back(Stance::Driven);
    } else if (m.toYou || (!m.plain && manner::imperative().in(before))) // goes on with what one is told
        c.stance = Stance::Advised, c.alsoAs.push_back(Stance::Driven), c.adviceGuessed = true;
    else {
        const bool told = !m.plain && bareIsTold(c, before, inside, after);
        c.stance = told ? Stance::Advised : Stance::Driven;
        c.adviceGuessed = told;
        if (!m.plain) c.alsoAs.push_back(told ? Stance::Driven : Stance::Advised);
    }
    if (c.nearly && c.stance != Stance::Hedged) c.alsoAs.push_back(Stance::Hedged);
    if (c.kind == ClaimKind::Flat && c.said.word.starts_with("no_")) c.alsoAs.push_back(Stance::Negated);
}

} // namespace hl

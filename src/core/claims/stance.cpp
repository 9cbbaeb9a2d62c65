// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/stance.h"

#include "core/claims/rules.h"

#include <algorithm>
#include <re2/re2.h>

namespace hl {
namespace {

using re2::RE2;
using re2::StringPiece;

StringPiece piece(std::string_view s) { return {s.data(), s.size()}; }

const RE2& other() {
    static const RE2 kOther(R"(\b(?:if|unless|in case|in the (?:wet|rain|dry line|snow|dark)|when it(?:'s| is) (?:wet|raining|damp|cold|dark|windy|hot)|when it rains|in (?:wet|damp|cold|hot) (?:conditions|weather)|(?:on|with|when the) (?:cold|new|old|fresh|worn|used|wet|slicks?|hard|soft|intermediate|full|low|heavy|light|more|less|race|qualifying|warm|hot) (?:tyres?|tanks?|fuel|rubber|brakes?|load|set)|when the (?:tyres?|brakes?|track|car) (?:are|is) (?:cold|new|old|worn|wet|full|heavy|light|damp|hot|empty)|cold tyres?|wet tyres?|full tanks?|(?:in|with) (?:the|a|an|my) (?:other|fresh|new|light|heavy|different|old|big|faster|slower|bigger|smaller|prototype|gt|touring|previous|road|rental|hire|single seater|open wheel)[a-z ]{0,16} ?(?:car|kart|class|one)|the (?:fast|slow|other|faster|slower|quick|quicker|big|lower|upper|gt|prototype|touring|top) (?:class|cars?|drivers?|ones?|lot|guys|people|prototypes?)|the prototypes?|the touring cars|the gts?|another (?:car|driver|day|class)|(?:most|some|other|many) (?:people|drivers|guys|cars|of them)|others|(?:everyone|everybody|people|they) (?:says?|tells?)|everybody else|everyone else|somebody else|team ?mate|yesterday|last (?:year|season|week|month|time|weekend)|this morning|tomorrow|in the race|in qualifying|in practice|on the out lap|on the in lap|at night|in the morning|in a (?:kart|different)|with a (?:tail|head|cross) ?wind|in traffic|behind (?:another|a slower)|used to|back then|years ago|my (?:brother|father|engineer|friend|mate|coach)|with (?:damage|no aero|abs|traction control))\b)");
    return kOther;
}
const RE2& negation() {
    static const RE2 kNot(
        R"(\b(?:don't|do not|never|not|isn't|is not|wasn't|aren't|ain't|doesn't|does not|didn't|did not|won't|can't|cannot|couldn't|shouldn't|should not|mustn't|without|no need (?:to|for)|no way|nothing like|rather than|instead of|forget|nowhere near|stop (?:using|taking|going|doing)|neither|no (?:longer|more)|avoid|nobody (?:needs|uses|takes)|far from)\b)");
    return kNot;
}
const RE2& hedge() {
    static const RE2 kHedge(
        R"(\b(?:maybe|perhaps|possibly|probably|i think|i thought|i guess|i'd say|i would say|i reckon|i believe|i suppose|i feel like|somewhere (?:around|near|about|in|between)|or so|ish|something like|might be|may be|might|could be|looks like|seems|sort of|kind of|more or less|not sure|if i remember|as far as i (?:know|remember)|i'm guessing|at a guess|presumably|apparently|it feels like|i want to say|or thereabouts|in the region of|likely|must be)\b)");
    return kHedge;
}
const RE2& about() {
    static const RE2 kAbout(
        R"(\b(?:about|around|roughly|approximately|nearly|almost|just (?:under|over|about)|close to|a bit (?:over|under|more than|less than)|or so|give or take|circa|some|near)(?: a| the)? *$)");
    return kAbout;
}
const RE2& advice() {
    static const RE2 kAdvice(
        R"(\b(?:should|ought|must|mustn't|shouldn't|have to|has to|need to|needs to|needs|want to|wants to|wanna|next time|try|let's|make sure|you can|you could|you may|remember to|better|would like|i'd like|i want|enough for you|is enough|got to|gotta|you'd|the aim|aim (?:for|to|at)|target|ideally|the idea|the plan is|allowed|worth|it pays|think of|bring|recommend|suggest|tell you|yours|ask for|go for|wait for|be patient|no less|no more)\b)");
    return kAdvice;
}
const RE2& imperative() {
    static const RE2 kDo(
        R"(^ ?(?:(?:and|then|so|now|just|always|here|but|please|next time|from here|in here|at this point|again|really|simply|only|you just|immediately|gently|slowly|instead|there|once you're there|or|well|okay|ok|right|first|finally|straight away|once more|never|don't|do not|for now|at the apex|after that|ideally|as you turn|today) (?:, )?)*(?:brake|turn|lift|use|keep|take|stay|leave|let|hold|go|get|be|aim|put|squeeze|roll|carry|hit|touch|kiss|clip|ride|stamp|press|push|ease|trail|coast|shift|drop|change|come|wait|look|pick|give|run|miss|avoid|attack|feed|open|make|start|stop|release|bleed|apex|breathe|dab|stab|tap|straighten|accelerate|stand|commit|finish|begin|think|listen|do|try|remember|bring|grab|select|stick|stretch|don't|brush|trust|slow|delay|build|say|snatch|short shift|downshift|upshift|double|use up|skim|graze|steer|send|rotate|point|follow|forget|ignore|tickle|nudge|peel|swing|move|pull|throw|treat|climb|drift|tuck|float|sweep|cut|head|work|find|click|count|check|arrive|full|modulate)\b)");
    return kDo;
}
const RE2& driven() {
    static const RE2 kDriven(
        R"(\b(?:i|i'm|i've|i'd|i'll|we|we're|we've|he|he's|she|she's|they|they're|my|it's|it is|its|is|was|are|were|has|had|that's|this is|there's|here's|it|gets|goes|comes|takes|uses|keeps|lets|stays|brakes|turns|lifts|runs|peaks|means|lap's|the car|did|does|got|took|went|braked|lifted|turned|used|kept|came|hit|ran|peaked|held|carried|dropped|touched)\b)");
    return kDriven;
}

/// From the last comma, colon or joining word before a place.
std::string_view clauseBefore(std::string_view before) {
    std::size_t start = 0;
    for (const auto mark : {" , ", " : ", " but ", " and ", " then ", " so ", " because ", " while ", " which ", " ( "})
        if (const auto at = before.rfind(mark); at != before.npos)
            start = std::max(start, at + std::string_view(mark).size() - 1);
    // Run-on speech begins a clause with who does it.
    for (const auto who : {" you ", " i ", " i'm ", " we ", " he ", " it's ", " that's ", " they "})
        if (const auto at = before.rfind(who); at != before.npos) start = std::max(start, at);
    return before.substr(start);
}

/// A verb behind "and" shares who does it with the one before.
bool sharesWho(std::string_view before, std::string_view clause) {
    const auto rest = before.substr(0, before.size() - clause.size());
    if (!rest.ends_with(" and") && !rest.ends_with(" then")) return false;
    const auto earlier = clauseBefore(rest.substr(0, rest.rfind(' ')));
    return hasWord(earlier, {"i", "i'm", "we", "he", "she", "we're", "he's"});
}
std::string_view clauseAfter(std::string_view after) {
    std::size_t end = after.size();
    for (const auto mark : {" , ", " : ", " but ", " and ", " then ", " because ", " . ", " ; ", " ! ", ", ", ". "})
        if (const auto at = after.find(mark); at != after.npos) end = std::min(end, at);
    for (const auto who : {" you ", " i ", " we ", " he ", " it's ", " that's "})
        if (const auto at = after.find(who); at != after.npos) end = std::min(end, at);
    return after.substr(0, end);
}

/// The part of a sentence in which a condition holds: up to a "but" on either side.
std::string_view conditionAround(std::string_view s, std::size_t from, std::size_t to) {
    std::size_t start = 0, end = s.size();
    for (const auto mark : {" but ", " otherwise ", " today ", " in the dry ", " whereas ", " here i ", " i say "}) {
        if (const auto at = s.substr(0, from).rfind(mark); at != s.npos) start = std::max(start, at + 1);
        if (const auto at = s.find(mark, to > 0 ? to - 1 : 0); at != s.npos) end = std::min(end, at);
    }
    return s.substr(start, end - start);
}

/// A denial in the same clause, no farther than a few words.
bool denied(std::string_view before) {
    constexpr std::size_t kReach = 7;
    std::size_t start = 0;
    for (const auto mark : {" , ", " : ", " but ", " then ", " because ", " so "})
        if (const auto at = before.rfind(mark); at != before.npos) start = std::max(start, at + 1);
    const auto clause = lastWords(before.substr(start), kReach);
    static const RE2 kNotDenied(
        R"(\b(?:not only|no less|not (?:much |a lot )?(?:more|less) than|no more than|never (?:more|less) than|why not|no doubt|no problem|don't (?:forget|be afraid|worry|hesitate)|can't (?:go wrong|miss)|if not|not (?:far|long)|not bad)\b)");
    if (RE2::PartialMatch(piece(clause), kNotDenied)) return false;
    return RE2::PartialMatch(piece(clause), negation());
}

} // namespace

bool asks(std::string_view s) {
    static const RE2 kAsks(
        R"(^ ?(?:(?:so|and|but|well|now) )?(?:do|does|did|is|are|was|were|can|could|would|should|will|have|has) (?:you|we|i|it|that|this|he|she|they|the|there|anyone|anybody)\b.*\b(?:or|think|know|mean)\b|^ ?(?:what|which|where|why|who|how|when) (?:gear|speed|is|are|was|do|does|did|would|should|about|much|many|late|early|far|percentage)\b)");
    return RE2::PartialMatch(piece(s), kAsks);
}

void tellStance(std::string_view s, std::size_t from, std::size_t to, Claim& c) {
    const auto before = s.substr(0, from), after = s.substr(std::min(to, s.size()));
    const auto inside = s.substr(from, to - from);
    const auto clause = std::string(clauseBefore(before)) + std::string(inside) + std::string(clauseAfter(after));
    c.alsoAs.clear();
    c.about = c.about || RE2::PartialMatch(piece(before), about()) || hasWord(after.substr(0, 14), {"ish"}) ||
              after.substr(0, 8).find("or so") != after.npos;
    const bool shared = sharesWho(before, clauseBefore(before));
    const bool advised =
        (!shared && RE2::PartialMatch(piece(clause), imperative())) || RE2::PartialMatch(piece(clause), advice());
    const bool plain = shared || RE2::PartialMatch(piece(clause), driven());
    const bool toYou = hasWord(clause, {"you", "your", "you're"});
    const bool hedged = RE2::PartialMatch(piece(std::string(clauseBefore(before)) + " "), hedge()) ||
                        RE2::PartialMatch(piece(clauseAfter(after)), hedge()) ||
                        RE2::PartialMatch(piece(lastWords(before, 4)), hedge());
    // What the denial is part of stands in the value already.
    const bool ownDenial = c.kind == ClaimKind::Flat && c.said.word.starts_with("no_");
    const bool ownNone = c.kind == ClaimKind::Kerb && c.said.use == "none";
    if (RE2::PartialMatch(piece(conditionAround(s, from, to)), other())) {
        c.stance = Stance::Other;
        return;
    }
    if (!c.said.most && !ownNone && denied(before)) {
        c.stance = Stance::Negated;
        return;
    }
    if (hedged)
        c.stance = Stance::Hedged, c.alsoAs.push_back(advised ? Stance::Advised : Stance::Driven);
    else if (advised) {
        c.stance = Stance::Advised;
        if (plain || toYou) c.alsoAs.push_back(Stance::Driven);
    } else if (!plain && RE2::PartialMatch(piece(s.substr(0, from)), imperative())) // goes on with what one is told
        c.stance = Stance::Advised, c.alsoAs.push_back(Stance::Driven);
    else if (toYou && !hasWord(clause, {"i", "i'm", "we", "he", "my"}))
        c.stance = Stance::Advised, c.alsoAs.push_back(Stance::Driven);
    else {
        // "Late apex" is told to somebody, "third gear" tells what is.
        const bool told = !plain && (c.kind == ClaimKind::Apex || c.kind == ClaimKind::Kerb);
        c.stance = told ? Stance::Advised : Stance::Driven;
        if (!plain) c.alsoAs.push_back(told ? Stance::Driven : Stance::Advised);
    }
    if (c.about && c.stance != Stance::Hedged) c.alsoAs.push_back(Stance::Hedged);
    if (ownDenial) c.alsoAs.push_back(Stance::Negated);
}

} // namespace hl

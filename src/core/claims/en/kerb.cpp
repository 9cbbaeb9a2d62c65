// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr Meaning kUses[] = {
    {"none",
     "leave|leaves|leaving|within|avoid|avoids|avoiding|miss|misses|missing|missed|off|stay off|"
     "stays off|staying off|keep off|keeps off|keeping off|clear of|steer clear of|away from|"
     "stay away from|keep away from|nowhere near|ignore|ignores|ignoring|no|without touching|"
     "without using|short of|inside of|not an inch of|none of|nothing of|nothing on|zero|forget|don't go near|"
     "never go near|doesn't go near|don't get near|anywhere near|out of bounds|off limits|wide of|width from|width off|"
     "metre from|metres from|metre off|metres off"},
    {"touch", "kiss|kisses|kissing|kissed|kiss of|a kiss|just a kiss|touch|touches|touching|touched|just touch|"
              "a touch of|touch of|just a touch of|brush|brushes|brushing|brushed|clip|clips|clipping|clipped|"
              "graze|grazes|grazing|skim|skims|lick|licks|tickle|tickles|nudge|tap|taps|a bit of|bit of|"
              "a little bit of|a little|a sliver of|a hint of|a whisker of|a wheel's width of|brush of|"
              "a brush of|a smidge of|an inch of|the edge of|gently"},
    {"half", "half|half of|half the car's width of|half a car of|half the car on|half the car over|"
             "half the car onto|half the width of|half of it|half it|2 wheels on|2 wheels over|one wheel on|"
             "one wheel over|a wheel on|a wheel over|halfway over|halfway up|halfway onto|halfway across|"
             "half way over|half way up|half way across|one side of the car on|halfway|half way"},
    {"full", "all|all of|all the|all of it|all over|every inch of|every inch|every bit of|every centimetre of|"
             "the whole|the whole of|the entire|entire|whole|full|fully|the full width of|completely|entirely|as much|"
             "as much of|right over|straight over|hard over|fully over|way over|all the way over|"
             "all the way across|4 wheels on|4 wheels over|attack|attacks|attacking|ride|rides|riding|rode|"
             "plenty of|lots of|a lot of|loads of|everything of|use up|the lot|to the very edge of|jump|jumps|"
             "both wheels over"},
    {"any", "use|uses|using|used|take|takes|taking|took|hit|hits|hitting|over|run over|ran over|on to|onto|"
            "on|up on|out to|run out to|run|runs|ran|straddle|straddles|straddling|straddled|mount|hop|hops|"
            "hopped|hop over|thump|climb|climb over|mounts|bounce over|bounce off|cut|cuts|some"}};

constexpr Meaning kUsesBehind[] = {
    {"full", "to the full|with all 4|: full|: all|completely|entirely|fully|all of it|every inch of it|"
             "the lot|as much as you can|use it all|is all yours"},
    {"none", "a miss|a wide berth|: none|: no|alone|is out of bounds|is off limits|ignore it|avoid it|leave it|"
             "keep away from it|stay away from it|stay off it|keep off it"},
    {"touch",
     "is brushed|gets a kiss|gets a touch|: touch|: kiss|a kiss|just a kiss|a touch|just a touch|"
     "only just touch|i touch|we touch|you touch|touch it|just touch it|kiss it|brush it|clip it|a brush|lightly"},
    {"half", "half a car's width|gets half|with 2 wheels|with one wheel|with a wheel|: half|but only half|only "
             "half|just half|half of it|"
             "half way|halfway|half its width"}};

/// No more than that it is used.
constexpr Meaning kUsedBehind[] = {{"any", "use it|to be used"}};

constexpr Meaning kSides[] = {
    {"inside", "inside|inner|apex|on the inside|at the apex"},
    {"outside", "outside|outer|exit|entry|way out|track-out|on the outside|on exit|on the exit|on the way out|"
                "at the exit|at exit"},
    {"left", "left|left hand|on the left"},
    {"right", "right|right hand|on the right"}};

/// Words that name a piece of a kerb: a thing to see.
constexpr std::string_view kPieces[] = {"start of",     "end of",        "beginning of",
                                        "start of the", "end of the",    "beginning of the",
                                        "edge of the",  "middle of the", "tip of the"};

/// The words that belong to the kerb before it: "the left hand".
std::size_t nounFrom(std::string_view s, std::size_t from) {
    static constexpr std::string_view kOwn[] = {
        "the",     "that",  "a",     "this", "your",  "any",  "my",      "hand", "left", "right", "inside",
        "outside", "inner", "outer", "exit", "entry", "apex", "striped", "big",  "tall", "low",   "high"};
    for (;;) {
        const auto word = lastWords(s.substr(0, from), 1);
        auto bare = word;
        while (!bare.empty() && bare.back() == ' ') bare.remove_suffix(1);
        bool own = false;
        for (const auto w : kOwn) own |= w == bare;
        if (!own || word.empty()) return from;
        from = static_cast<std::size_t>(word.data() - s.data());
    }
}

/// "I clip the inside kerb, half of it": what is told of it behind the kerb says more than the verb.
std::optional<Heard> amountBehind(std::string_view s, std::size_t kerbEnd) {
    static const re2::RE2 kAmount(
        R"(^ ?, (?:but |only |just |about |nearly |and )*(half|all|every inch|every bit|the lot|none)(?: of it)?(?: ,| \.| !|;| then| and| ?$))");
    re2::StringPiece rest(s.data() + kerbEnd, s.size() - kerbEnd), how;
    if (!re2::RE2::PartialMatch(rest, kAmount, &how)) return std::nullopt;
    const auto from = static_cast<std::size_t>(how.data() - s.data());
    return Heard{how == "half" ? "half" : how == "none" ? "none" : "full", {from, from + how.size()}};
}

/// How much of it: the nearest word that says so within a few words, else that it is used at all.
std::optional<Heard> useOf(std::string_view s, Stretch clause, Stretch noun) {
    constexpr std::size_t kNear = 30, kAtOnce = 1; // bytes
    std::optional<Heard> best, any;
    lexiconOf<kUses>().eachIn(s, {clause.from, noun.from}, [&](std::string_view means, Stretch at) {
        const auto words = s.substr(at.from, at.to - at.from);
        if (noun.from - at.to > (words == "no" || words == "zero" ? kAtOnce : kNear)) return;
        const auto goesBy = firstWord(s.substr(at.to));
        if (hasWord(goesBy, {"power", "throttle", "gas", "speed", "chat"}))
            return; // "full power 7 metres into the kerb"
        auto& held = means == "any" ? any : best;
        const bool nearer = !held || at.to > held->at.to || (at.to == held->at.to && at.from < held->at.from);
        if (nearer) held = Heard{means, at};
    });
    if (!best) {
        best = nearestPhrase(s, {noun.to, clause.to}, noun, lexiconOf<kUsesBehind>());
        if (!best) best = nearestPhrase(s, {noun.to, clause.to}, noun, lexiconOf<kUsedBehind>());
    }
    if (best && best->means == "none" && any && any->at.from > best->at.to) return any; // "no need to use it all"
    return best ? best : any;
}

bool kerb(Find& f, Claim& c) {
    const auto s = f.sentence;
    const Stretch noun{nounFrom(s, f.from), f.to};
    const auto ahead = s.substr(0, noun.from);
    for (const auto piece : kPieces)
        if (ahead.size() > piece.size() && ahead.substr(0, ahead.size() - 1).ends_with(piece)) return false;
    auto clause = clauseAround(s, f.from, f.to);
    const auto next = clauseBehind(s, clause);
    const auto words = s.substr(next.from, next.to - next.from);
    const bool goesOn = hasWord(words, {"it"}) || words.starts_with(" only half") || words.starts_with(" just a ") ||
                        words.starts_with(" but only half") || words.starts_with(" just half") ||
                        words.starts_with(" the lot") || words.starts_with(" half the car") ||
                        words.starts_with(" every inch");
    static const Pattern kTold(
        R"(^ (?:on the (?:inside|outside|left|right|exit) )?:)"); // "kerb on the inside: a touch"
    if (kTold.in(s.substr(f.to)) && words.find("kerb") == words.npos) clause.to = next.to;
    if (goesOn && words.find("kerb") == words.npos &&
        hasWord(words, {"lot", "inch", "away", "off", "avoid", "half", "all", "touch", "touches", "kiss", "brush",
                        "whole", "just"}))
        clause.to = next.to; // "the left kerb, half of it"
    // The words of another kerb in the same clause are its own.
    if (const auto other = s.substr(0, noun.from).rfind(" kerb"); other != s.npos && other > clause.from)
        clause.from = other + 5;
    if (const auto other = s.find(" kerb", f.to); other != s.npos && other < clause.to)
        clause.to = nounFrom(s, other + 1);
    static const Pattern kToUse(R"(^ ?(?:there )?(?:to use|to be used|to be had|for you|if you want)\b)");
    if (hasWord(s.substr(clause.from, f.from - clause.from),
                {"look",      "looks",    "sat",        "stands",  "stood",  "painted",  "bird",
                 "fix",       "fixed",    "repair",     "rebuilt", "relaid", "replaced", "laid",
                 "there was", "there is", "there were", "lovely",  "nice",   "nasty",    "worse"}) ||
        (s.substr(clause.from, f.from - clause.from).find(" there's ") != s.npos && !kToUse.in(s.substr(f.to)) &&
         s.substr(clause.from, f.from - clause.from).find(" there's no ") == s.npos) ||
        s.substr(f.to).find("on the straight") < 2 || s.substr(f.to).find("is worth") < 2)
        return false;
    auto use = useOf(s, clause, noun);
    if (const auto amount = amountBehind(s, f.to); amount && (!use || use->means != "none")) use = amount;
    if (!use) return false;
    static const Pattern kIsAThing(
        R"(^ (?:is|are|was|were|has been|have been|got) (?:missing|gone|broken|damaged|cracked|crumbling|new|old|being|buried|full of|covered|under))");
    if (kIsAThing.in(s.substr(f.to))) return false;
    static const Pattern kAlmost(R"(\b(?:nearly|almost|as good as) (?:touch|kiss|clip|brush|hit|on|over)\w*\b)");
    static const Pattern kOther(
        R"(\b(?:wall|fence|barrier|tree|drain|post|cone|van|hut) (?:is|was|stands|sits|are|comes)\b)");
    if (kOther.in(s.substr(clause.from, f.from - clause.from))) return false; // "the wall is two metres from the kerb"
    if (kAlmost.in(s.substr(clause.from, f.from - clause.from))) return false;
    auto side = nearestPhrase(s, {noun.from, f.from}, {f.from, f.to}, lexiconOf<kSides>());
    if (!side) side = nearestPhrase(s, {f.to, clause.to}, {f.from, f.to}, lexiconOf<kSides>());
    if (!side) side = nearestPhrase(s, clause, {f.from, f.to}, lexiconOf<kSides>());
    // "Wide on the exit but not on the kerb": what was spoken of before it, else the one that is clipped.
    static const Pattern kOnTheExit(R"(\b(?:on|at) (?:the )?(?:exit|way out)\b[a-z ,]*$)");
    c.said.side = side ? std::string(side->means) : kOnTheExit.in(s.substr(0, noun.from)) ? "outside" : "inside";
    c.said.use = std::string(use->means);
    f.from = std::min(noun.from, use->at.from), f.to = std::max(f.to, use->at.to);
    while (f.sentence.substr(f.from).starts_with(" ")) ++f.from;
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\bkerbs?\b)", kerb},
    {R"(\b(?P<use>half|all of|all|a touch of|touch of|kiss|touch|brush|none of|nothing of|every inch of) (?:of )?the (?P<side>inside|outside|left|right|exit)(?: side| one)?(?: ,| \.| and| ?$))",
     [](Find& f, Claim& c) { // behind a kerb that was named
         if (f.sentence.find(" kerb") == f.sentence.npos) return false;
         const auto use = f.group("use"), side = f.group("side");
         c.said.use = use == "half"                                                      ? "half"
                      : use == "kiss" || use == "brush" || use.find("touch") != use.npos ? "touch"
                      : use == "none of" || use == "nothing of"                          ? "none"
                                                                                         : "full";
         c.said.side = side == "exit" ? "outside" : std::string(side);
         return true;
     }},
    {R"(\bleave the (?P<side>inside|outside) alone\b)",
     [](Find& f, Claim& c) { return c.said.side = std::string(f.group("side")), c.said.use = "none", true; }}};

} // namespace

const KindOfClaim kKerbClaims{ClaimKind::Kerb, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr Phrase kUses[] = {{"leave", "none"},
                            {"leaves", "none"},
                            {"leaving", "none"},
                            {"within", "none"},
                            {"avoid", "none"},
                            {"avoids", "none"},
                            {"avoiding", "none"},
                            {"miss", "none"},
                            {"misses", "none"},
                            {"missing", "none"},
                            {"missed", "none"},
                            {"off", "none"},
                            {"stay off", "none"},
                            {"stays off", "none"},
                            {"staying off", "none"},
                            {"keep off", "none"},
                            {"keeps off", "none"},
                            {"keeping off", "none"},
                            {"clear of", "none"},
                            {"steer clear of", "none"},
                            {"away from", "none"},
                            {"stay away from", "none"},
                            {"keep away from", "none"},
                            {"nowhere near", "none"},
                            {"ignore", "none"},
                            {"ignores", "none"},
                            {"ignoring", "none"},
                            {"no", "none"},
                            {"without touching", "none"},
                            {"without using", "none"},
                            {"short of", "none"},
                            {"inside of", "none"},
                            {"not an inch of", "none"},
                            {"none of", "none"},
                            {"nothing of", "none"},
                            {"zero", "none"},
                            {"forget", "none"},
                            {"don't go near", "none"},
                            {"never go near", "none"},
                            {"doesn't go near", "none"},
                            {"don't get near", "none"},
                            {"out of bounds", "none"},
                            {"off limits", "none"},
                            {"wide of", "none"},
                            {"kiss", "touch"},
                            {"kisses", "touch"},
                            {"kissing", "touch"},
                            {"kissed", "touch"},
                            {"kiss of", "touch"},
                            {"a kiss", "touch"},
                            {"just a kiss", "touch"},
                            {"touch", "touch"},
                            {"touches", "touch"},
                            {"touching", "touch"},
                            {"touched", "touch"},
                            {"just touch", "touch"},
                            {"a touch of", "touch"},
                            {"touch of", "touch"},
                            {"just a touch of", "touch"},
                            {"brush", "touch"},
                            {"brushes", "touch"},
                            {"brushing", "touch"},
                            {"brushed", "touch"},
                            {"clip", "touch"},
                            {"clips", "touch"},
                            {"clipping", "touch"},
                            {"clipped", "touch"},
                            {"graze", "touch"},
                            {"grazes", "touch"},
                            {"grazing", "touch"},
                            {"skim", "touch"},
                            {"skims", "touch"},
                            {"lick", "touch"},
                            {"licks", "touch"},
                            {"tickle", "touch"},
                            {"tickles", "touch"},
                            {"nudge", "touch"},
                            {"tap", "touch"},
                            {"taps", "touch"},
                            {"a bit of", "touch"},
                            {"bit of", "touch"},
                            {"a little bit of", "touch"},
                            {"a little", "touch"},
                            {"a sliver of", "touch"},
                            {"a hint of", "touch"},
                            {"a whisker of", "touch"},
                            {"a wheel's width of", "touch"},
                            {"brush of", "touch"},
                            {"a brush of", "touch"},
                            {"a smidge of", "touch"},
                            {"an inch of", "touch"},
                            {"the edge of", "touch"},
                            {"gently", "touch"},
                            {"half", "half"},
                            {"half of", "half"},
                            {"half the car's width of", "half"},
                            {"half a car of", "half"},
                            {"half the car on", "half"},
                            {"half the car over", "half"},
                            {"half the car onto", "half"},
                            {"half the width of", "half"},
                            {"half of it", "half"},
                            {"half it", "half"},
                            {"2 wheels on", "half"},
                            {"2 wheels over", "half"},
                            {"one wheel on", "half"},
                            {"one wheel over", "half"},
                            {"a wheel on", "half"},
                            {"a wheel over", "half"},
                            {"halfway over", "half"},
                            {"halfway up", "half"},
                            {"halfway onto", "half"},
                            {"halfway across", "half"},
                            {"half way over", "half"},
                            {"half way up", "half"},
                            {"half way across", "half"},
                            {"one side of the car on", "half"},
                            {"halfway", "half"},
                            {"half way", "half"},
                            {"all", "full"},
                            {"all of", "full"},
                            {"all the", "full"},
                            {"all of it", "full"},
                            {"all over", "full"},
                            {"every inch of", "full"},
                            {"every inch", "full"},
                            {"every bit of", "full"},
                            {"every centimetre of", "full"},
                            {"the whole", "full"},
                            {"the whole of", "full"},
                            {"whole", "full"},
                            {"full", "full"},
                            {"fully", "full"},
                            {"the full width of", "full"},
                            {"completely", "full"},
                            {"entirely", "full"},
                            {"as much", "full"},
                            {"as much of", "full"},
                            {"right over", "full"},
                            {"straight over", "full"},
                            {"hard over", "full"},
                            {"fully over", "full"},
                            {"way over", "full"},
                            {"all the way over", "full"},
                            {"all the way across", "full"},
                            {"4 wheels on", "full"},
                            {"4 wheels over", "full"},
                            {"attack", "full"},
                            {"attacks", "full"},
                            {"attacking", "full"},
                            {"ride", "full"},
                            {"rides", "full"},
                            {"riding", "full"},
                            {"rode", "full"},
                            {"plenty of", "full"},
                            {"lots of", "full"},
                            {"a lot of", "full"},
                            {"loads of", "full"},
                            {"everything of", "full"},
                            {"use up", "full"},
                            {"the lot", "full"},
                            {"to the very edge of", "full"},
                            {"jump", "full"},
                            {"jumps", "full"},
                            {"both wheels over", "full"},
                            {"use", "any"},
                            {"uses", "any"},
                            {"using", "any"},
                            {"used", "any"},
                            {"take", "any"},
                            {"takes", "any"},
                            {"taking", "any"},
                            {"took", "any"},
                            {"hit", "any"},
                            {"hits", "any"},
                            {"hitting", "any"},
                            {"over", "any"},
                            {"run over", "any"},
                            {"ran over", "any"},
                            {"on to", "any"},
                            {"onto", "any"},
                            {"on", "any"},
                            {"up on", "any"},
                            {"out to", "any"},
                            {"run out to", "any"},
                            {"run", "any"},
                            {"runs", "any"},
                            {"ran", "any"},
                            {"straddle", "any"},
                            {"straddles", "any"},
                            {"straddling", "any"},
                            {"straddled", "any"},
                            {"mount", "any"},
                            {"hop", "any"},
                            {"hops", "any"},
                            {"hopped", "any"},
                            {"hop over", "any"},
                            {"thump", "any"},
                            {"climb", "any"},
                            {"climb over", "any"},
                            {"mounts", "any"},
                            {"bounce over", "any"},
                            {"bounce off", "any"},
                            {"cut", "any"},
                            {"cuts", "any"},
                            {"some", "any"}};

constexpr Phrase kUsesBehind[] = {{"to the full", "full"},
                                  {"a miss", "none"},
                                  {"is brushed", "touch"},
                                  {"gets a kiss", "touch"},
                                  {"gets a touch", "touch"},
                                  {"with 2 wheels", "half"},
                                  {"with one wheel", "half"},
                                  {"with a wheel", "half"},
                                  {"with all 4", "full"},
                                  {": touch", "touch"},
                                  {": kiss", "touch"},
                                  {": half", "half"},
                                  {": full", "full"},
                                  {": all", "full"},
                                  {": none", "none"},
                                  {": no", "none"},
                                  {"but only half", "half"},
                                  {"only half", "half"},
                                  {"just half", "half"},
                                  {"alone", "none"},
                                  {"is out of bounds", "none"},
                                  {"is off limits", "none"},
                                  {"ignore it", "none"},
                                  {"avoid it", "none"},
                                  {"leave it", "none"},
                                  {"keep away from it", "none"},
                                  {"stay away from it", "none"},
                                  {"stay off it", "none"},
                                  {"keep off it", "none"},
                                  {"completely", "full"},
                                  {"entirely", "full"},
                                  {"fully", "full"},
                                  {"all of it", "full"},
                                  {"every inch of it", "full"},
                                  {"the lot", "full"},
                                  {"as much as you can", "full"},
                                  {"use it all", "full"},
                                  {"is all yours", "full"},
                                  {"half of it", "half"},
                                  {"half way", "half"},
                                  {"halfway", "half"},
                                  {"half its width", "half"},
                                  {"a kiss", "touch"},
                                  {"just a kiss", "touch"},
                                  {"a touch", "touch"},
                                  {"just a touch", "touch"},
                                  {"touch it", "touch"},
                                  {"just touch it", "touch"},
                                  {"kiss it", "touch"},
                                  {"brush it", "touch"},
                                  {"clip it", "touch"},
                                  {"a brush", "touch"},
                                  {"lightly", "touch"},
                                  {"use it", "any"},
                                  {"to be used", "any"}};

constexpr Phrase kSides[] = {
    {"inside", "inside"},          {"inner", "inside"},       {"apex", "inside"},         {"outside", "outside"},
    {"outer", "outside"},          {"exit", "outside"},       {"entry", "outside"},       {"way out", "outside"},
    {"track-out", "outside"},      {"left", "left"},          {"right", "right"},         {"left hand", "left"},
    {"right hand", "right"},       {"on the left", "left"},   {"on the right", "right"},  {"on the inside", "inside"},
    {"on the outside", "outside"}, {"on exit", "outside"},    {"on the exit", "outside"}, {"on the way out", "outside"},
    {"at the exit", "outside"},    {"at the apex", "inside"}, {"at exit", "outside"}};

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

/// How much of it: the nearest word that says so within a few words, else that it is used at all.
std::optional<Heard> useOf(std::string_view s, Stretch clause, Stretch noun) {
    constexpr std::size_t kNear = 30, kAtOnce = 1; // bytes
    std::optional<Heard> best, any;
    for (const auto& p : kUses) {
        const Phrase one[] = {p};
        const auto heard = nearestPhrase(s, {clause.from, noun.from}, noun, one);
        if (!heard) continue;
        const auto apart = noun.from - heard->at.to;
        if (apart > (p.words == "no" || p.words == "zero" ? kAtOnce : kNear)) continue;
        auto& held = p.means == "any" ? any : best;
        const bool nearer =
            !held || heard->at.to > held->at.to || (heard->at.to == held->at.to && heard->at.from < held->at.from);
        if (nearer) held = heard;
    }
    if (const auto behind = nearestPhrase(s, {noun.to, clause.to}, noun, kUsesBehind); !best && behind) best = behind;
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
    const bool goesOn = hasWord(words, {"it"}) || words.starts_with(" only half") ||
                        words.starts_with(" but only half") || words.starts_with(" just half");
    if (goesOn && words.find("kerb") == words.npos &&
        hasWord(words, {"away", "off", "avoid", "half", "all", "touch", "touches", "kiss", "brush", "whole", "just"}))
        clause.to = next.to; // "the left kerb, half of it"
    // The words of another kerb in the same clause are its own.
    if (const auto other = s.substr(0, noun.from).rfind(" kerb"); other != s.npos && other > clause.from)
        clause.from = other + 5;
    if (const auto other = s.find(" kerb", f.to); other != s.npos && other < clause.to)
        clause.to = nounFrom(s, other + 1);
    if (hasWord(s.substr(clause.from, f.from - clause.from),
                {"look", "looks", "sat", "stands", "stood", "painted", "bird"}) ||
        s.substr(f.to).find("on the straight") < 2)
        return false;
    const auto use = useOf(s, clause, noun);
    if (!use) return false;
    auto side = nearestPhrase(s, {noun.from, f.from}, {f.from, f.to}, kSides);
    if (!side) side = nearestPhrase(s, {f.to, clause.to}, {f.from, f.to}, kSides);
    if (!side) side = nearestPhrase(s, clause, {f.from, f.to}, kSides);
    c.said.side = side ? std::string(side->means) : "inside"; // the one that is clipped
    c.said.use = std::string(use->means);
    f.from = std::min(noun.from, use->at.from), f.to = std::max(f.to, use->at.to);
    while (f.sentence.substr(f.from).starts_with(" ")) ++f.from;
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\bkerbs?\b)", kerb},
    {R"(\b(?P<use>half|all of|all|a touch of|touch of|kiss|none of|every inch of) (?:of )?the (?P<side>inside|outside|left|right|exit)(?: side)?(?: ,| \.| and| ?$))",
     [](Find& f, Claim& c) { // behind a kerb that was named
         if (f.sentence.find(" kerb") == f.sentence.npos) return false;
         const auto use = f.group("use"), side = f.group("side");
         c.said.use = use == "half"                                    ? "half"
                      : use == "kiss" || use.find("touch") != use.npos ? "touch"
                      : use == "none of"                               ? "none"
                                                                       : "full";
         c.said.side = side == "exit" ? "outside" : std::string(side);
         return true;
     }},
    {R"(\bleave the (?P<side>inside|outside) alone\b)",
     [](Find& f, Claim& c) { return c.said.side = std::string(f.group("side")), c.said.use = "none", true; }}};

} // namespace

const KindOfClaim kKerbClaims{ClaimKind::Kerb, kRules};

} // namespace hl

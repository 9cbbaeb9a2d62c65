// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

constexpr Meaning kWhich[] = {
    {"min_speed_kmh", "minimum|slowest|min|apex|middle|mid corner|mid|lowest|bottom|at its slowest|down to|slow it "
                      "to|below|slows to|through|"
                      "drops to|v min|bottoms out|bottoms out at|bottom out at|bottomed out at"},
    {"exit_speed_kmh",
     "exit|exit's|out|finish the corner|finish the corner at|finish it at|end the corner at|end of the corner|come off "
     "it|comes off it|come off the corner|off the corner|off it at|gone|gone "
     "at|leave|leaving|leaves|left the corner|away|track-out|track out|onto the straight"},
    {"entry_speed_kmh",
     "in at|coming into|come into|comes into|speed "
     "trap|trap|arrive|arriving|arrives|arrived|entry|approach|approaching|approaches|"
     "top speed|come in|comes in|coming in|come flying in|came in|on the way in|before you brake|"
     "before the brakes|before braking|before i brake|before the braking zone|end of the straight|"
     "then hard on the brakes|then the brakes|then i brake|then brake|into it|into here|top|on entry|enter|enters|"
     "entering|come past|comes past|go past|goes past|pass|passes|passing|brakes go on|as the brakes go on|at the "
     "brakes|brakes at|brake at|braking at|braked at|here at|get here|got here|"
     "when the brakes go on|get to the brakes|gets to the brakes|hit the brakes|hits the brakes|hitting the brakes|as "
     "i brake|when i brake|as we brake"},
    {"none",
     "turn in|turn-in|turn in at|turns in at|turning in at|when i turn|when you turn|as i turn|as you turn|"
     "turn the wheel|back at|back up to|back to|at the line|over the line|start line|on the straight|down the straight|"
     "along the straight|pit"}};

/// Words that make a bare figure a speed.
constexpr Meaning kCues[] = {
    {"", "speed|minimum|slowest|min|lowest|bottom|apex|middle|carry|carrying|carries|carried|doing|do|does|did|"
         "reach|reaching|pulling|pull|arrive|arriving|arrives|come in|comes in|coming in|exit|out|out of|leave|leaving|"
         "leaves|entry|entering|slow|slows|slow it|down to|falls to|fell to|before i brake|"
         "before you brake|trap|through at|slowed to|less than|crawl|keeping it at|keep it at|roll|rolls|"
         "rolling|hold it at|speedo|or better|fall below|falls below|below|drop under|under|in at|out at|"
         "drop to|dropped to|clocked|clock|exit's|it sticks|the car sticks|drops to|dash|readout|"
         "through the corner|mid corner|on the way in|on the way out|even at|flat in|approach|approaching|"
         "top|no brakes|walking pace|hit|we're at|i'm at|it's at|v min|never below|go below|drop below|"
         "brake from|brakes from|mph|miles an hour|km/h|through here|see|says|reads|showing|got it down|"
         "settles at|settle at|steady at|on arrival|say|keep it above|keep above|stay above|stays above|keep it "
         "over|come in here|round it at|round here "
         "at|around it at|through it at|come round at|come through at|goes round at|end of the straight|at worst|come "
         "down from|coming down from|slow from|slowing from|stop from|"
         "mine was|mine shows|mine says|left it at|leave it at|slowed it to|dips to|dip to|dipped to|bleeds to|scrubs "
         "to|comes down to|off the corner|off the corner at|finish the corner at|finish it at|end the corner at|onto "
         "the straight|needle sits at|needle at|needle on|we've come from|come from|coming from|middle of the corner "
         "is|middle of it is|middle is|mid corner is"}};

/// What may stand behind a bare speed; another noun would be what is counted.
constexpr std::string_view kBehind[] = {
    "",        ",",       ".",        "!",     ";",       ")",      "at",      "in",     "on",     "by",
    "and",     "or",      "to",       "then",  "with",    "here",   "minimum", "min",    "is",     "as",
    "through", "for",     "when",     "you",   "i",       "now",    "nice",    "no",     "less",   "more",
    "out",     "into",    "the",      "it",    "we",      "he",     "coming",  "after",  "from",   "before",
    "down",    "up",      "exit",     "entry", "was",     "there",  "slowest", "not",    "but",    "if",
    "even",    "maximum", "approach", "max",   "so",      "should", "of",      "mid",    "across", "over",
    "today",   "again",   "every",    "each",  "because", "where",  "while",   "until",  "which",  "just",
    "too",     "around",  "past",     "round", "this",    "always", "usually", "without"};

/// "Slowest: 64", "exit speed: 104"; empty where nothing of the kind stands before it.
std::string labelOf(const Find& f) {
    const auto before = f.before();
    if (!before.ends_with(" : ") && !before.ends_with(" speed , ")) return {};
    const auto label = lastWords(before.substr(0, before.size() - 2), 2);
    if (hasWord(label, {"entry", "arrival", "approach"})) return "entry_speed_kmh";
    if (hasWord(label, {"exit"})) return "exit_speed_kmh";
    return hasWord(label, {"slowest", "minimum", "min", "apex", "speed", "lowest", "mid"}) ? "min_speed_kmh" : "";
}

/// Which speed is meant, by the nearest words of the clause; the one of the sentence where the clause has none, and
/// nothing where no word tells.
std::string speedNamed(const Find& f) {
    if (const auto label = labelOf(f); !label.empty()) return label;
    if (f.before().ends_with(" from ") || f.before().ends_with(" from")) return "entry_speed_kmh";
    if (hasWord(lastWords(f.before(), 4), {"turn in at", "turns in at", "turning in at"})) return "none";
    // What it was before the brakes, said before them.
    static constexpr std::string_view kThenBrakes[] = {" , then hard on the brakes",
                                                       " , then it's all brakes",
                                                       " , then the brakes",
                                                       " , then i brake",
                                                       " , then brake",
                                                       " , then on the brakes"};
    for (const auto brakes : kThenBrakes)
        if (f.after().find(brakes) != std::string_view::npos) return "entry_speed_kmh";
    static const Pattern kIn(R"(^ ?in(?: ,| \.| and|,| ?$))");
    if (kIn.in(f.after())) return "entry_speed_kmh"; // "207 in, 201 out"
    auto clause = clauseAround(f.sentence, f.from, f.to);
    if (const auto also = f.before().rfind(" and "); also != std::string_view::npos)
        clause.from = std::max(clause.from, also + 4);
    if (const auto also = f.after().find(" and "); also != std::string_view::npos)
        clause.to = std::min(clause.to, f.to + also + 1);
    const auto near = nearestPhrase(f.sentence, clause, {f.from, f.to}, lexiconOf<kWhich>());
    if (!near && f.sentence.find("top speed") != f.sentence.npos) return "entry_speed_kmh";
    if (!near && hasWord(f.after(), {"brake"}) && f.after().find(',') == std::string_view::npos)
        return "entry_speed_kmh"; // "two oh five on the clock brake ten before ..."
    return near ? std::string(near->means) : std::string();
}

void tellWhichSpeed(const Find& f, Claim& c) {
    c.fact = speedNamed(f);
    if (c.fact.empty()) c.fact = "min_speed_kmh", c.factGuessed = true;
}

bool ofAGain(const Find& f) {
    const auto behind = firstWord(f.after());
    if (hasWord(behind, {"faster", "slower", "quicker", "more", "less", "better", "gone", "lost", "matters", "matter",
                         "counts", "makes"}))
        return true;
    const auto before = f.before();
    if (before.ends_with("anything under ") || before.ends_with("anything below ") ||
        before.ends_with("anything over "))
        return true;
    if (before.ends_with("up from ") || before.ends_with("up from")) return true; // "up from 94 this season"
    constexpr double kLargestGain = 60;
    if (hasWord(lastWords(before, 3), {"by"}) && figureOf(f.group("n")).value_or(0) <= kLargestGain) return true;
    return hasWord(lastWords(before, 3), {"lose", "loses", "lost", "shed", "sheds", "shedding", "gain", "gains",
                                          "gained", "scrub", "scrubs", "off", "find", "another", "extra", "save"}) &&
           !hasWord(lastWords(before, 1), {"at", "to"});
}

bool countsSpeed(double n, const std::string& unit) {
    constexpr double kSlowest = 30, kFastest = 400;
    return n >= kSlowest && n <= (unit == "mph" ? 0.7 * kFastest : kFastest);
}

bool ofSomethingElse(std::string_view s) {
    return s.find("wind was") != s.npos || s.find("wind is") != s.npos ||
           hasWord(s, {"gust", "gusts", "limit", "pit", "pits", "limiter", "safety", "ambulance", "fee", "cost",
                       "costs", "price", "pounds", "euros", "dollars"});
}

bool speed(Find& f, Claim& c) {
    c.said.number = figureOf(f.group("n"));
    if (!f.group("m").empty()) c.said.upTo = figureOf(f.group("m"));
    const auto unit = f.group("unit");
    c.unit = unit.find("mi") != unit.npos || unit.find("mph") != unit.npos ? "mph" : "km/h";
    if (unit == "miles" && hasWord(firstWord(f.after()), {"from", "away", "of", "to", "long", "down", "apart"}))
        return false;
    const bool longUnit = unit.find("hour") != unit.npos || unit.find('/') != unit.npos || unit == "mph";
    if (ofAGain(f) || ofSomethingElse(f.sentence) || (!longUnit && !countsSpeed(c.said.number.value_or(0), c.unit)))
        return false;
    tellWhichSpeed(f, c);
    readBound(f, c.said);
    return c.said.number.has_value();
}

/// The unit of another speed of the same sentence.
std::string spokenUnit(std::string_view s) {
    return hasWord(s, {"mph"}) || s.find("miles an hour") != s.npos || s.find("miles per hour") != s.npos ? "mph"
                                                                                                          : "km/h";
}

/// No unit: only where a speed is spoken of, and nothing else is counted.
bool bareSpeed(Find& f, Claim& c) {
    const auto behind = firstWord(f.after());
    if (!oneOf(behind, kBehind)) return false;
    if (behind == "of" && f.after().find(" of them") != 0) return false;
    const auto n = figureOf(f.group("n"));
    c.unit = spokenUnit(f.sentence);
    if (!n || !countsSpeed(*n, c.unit) || ofSomethingElse(f.sentence)) return false;
    if (hasWord(lastWords(f.before(), 1),
                {"turn", "corner", "lap", "number", "the", "t", "car", "p", "plus", "metre", "between"}) ||
        (f.before().ends_with(" : ") && labelOf(f).empty() && !hasWord(f.after(), {"slowest", "apex", "minimum"}) &&
         f.before().find("slow") == f.before().npos) ||
        hasWord(lastWords(f.before(), 4), {"throttle", "brake"}) ||
        (hasWord(lastWords(f.before(), 2), {"metre", "percent", "board", "turn", "corner", "metres"}) &&
         !f.before().ends_with(" corner at ")) ||
        ofAGain(f))
        return false;
    const auto clause = clauseAround(f.sentence, f.from, f.to);
    constexpr std::size_t kNear = 26; // bytes
    auto low = std::max(clause.from, f.from > kNear ? f.from - kNear : 0);
    while (low > clause.from && f.sentence[low - 1] != ' ') --low; // no half of "kilometres"
    auto words = f.sentence.substr(low, std::min(clause.to, f.to + kNear) - low);
    if (const auto also = words.find(" and ", f.to - low); also != words.npos) words = words.substr(0, also + 1);
    if (hasWord(words, {"brake pressure", "pressure", "trace", "%", "percent", "board", "boards", "metres", "pedal"}))
        return false;
    bool cued = hasPhrase(f.sentence, clause, lexiconOf<kCues>()) || !labelOf(f).empty();
    if (f.before().ends_with(" : ") && !hasWord(f.sentence, {"brake", "brakes", "pedal", "throttle"}))
        cued |= hasPhrase(f.sentence, {0, f.from - 2}, lexiconOf<kCues>()); // "slow it right down: sixty-four"
    const auto rest = std::string(f.sentence.substr(clause.from, f.from - clause.from));
    static const Pattern kNothing(R"(^[ ,.:]*(?:around |about |maybe |roughly |say |nearly |just )?$)");
    const bool alone = kNothing.in(rest);
    const auto end = f.sentence.substr(f.to, clause.to - f.to);
    static const Pattern kNothingBehind(R"(^[ ,.!;]*(?:here|there|to me)?[ ,.!;]*$)");
    const bool whole = kNothingBehind.in(end);
    const bool beside = hasWord(f.sentence, {"km/h", "mph", "minimum", "slowest", "exit"}) ||
                        f.sentence.find("miles an hour") != f.sentence.npos;
    // "a hundred and eighty-eight, no brakes": a number that is a whole clause and too large for anything else.
    constexpr double kOnlySpeeds = 100;
    if (!cued && alone && whole && (beside || (*n > kOnlySpeeds && clause.to < f.sentence.size()))) cued = true;
    // "201 when we get here", "238 before the brakes", "it ought to be 178" beside another
    static const Pattern kWhere(
        R"(^ ?(?:when|as (?:we|you|i)|before the brak|before brak|before (?:i|we|you) brak|coming in|arriving|leaving|going in|coming out|going out|at the end of the corner|is (?:the|your|my) (?:number|figure|speed|target|aim)|(?:in|out)(?: ,| \.| and| ?$)))");
    static const Pattern kBeforeBrakes(R"(^ ?before (?:the brake|braking|brakes|i brake|we brake|you brake))");
    if (!cued && alone && *n > kOnlySpeeds && kWhere.in(f.after())) cued = true;
    if (!cued && *n > kOnlySpeeds && kBeforeBrakes.in(f.after())) cued = true;
    if (!cued && whole && (beside || *n > kOnlySpeeds) && hasWord(lastWords(f.before(), 1), {"be"})) cued = true;
    const auto near = lastWords(f.before(), 1);
    if (!cued && hasWord(near, {"at", "it's"}) && *n > kOnlySpeeds && whole) cued = true; // "fifth at one eighty"
    if (!cued && (f.before().ends_with("slower than ") || f.before().ends_with("faster than "))) cued = true;
    if (!cued) // "maybe one thirty", "it's a 240 approach"
        cued = whole && *n > kOnlySpeeds &&
               hasWord(rest, {"maybe",  "about",  "around", "probably", "perhaps", "roughly", "like",
                              "target", "hoping", "hope",   "reckon",   "think",   "guess",   "had",
                              "have",   "saw",    "manage", "managed",  "seems",   "seemed"});
    if (!cued) return false;
    c.said.number = n;
    tellWhichSpeed(f, c);
    readBound(f, c.said);
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<n>@N)(?: (?:to|or|,) (?P<m>@N))? (?P<unit>km/h|k p h|km h|kmph|kilometres? (?:an|per) hour|km an hour|km per hour|k's|ks|kays|clicks|k|mph|m p h|miles? (?:an|per) hour|miles)\b)",
     speed},
    {R"(\b(?:from|at) (?P<span>(?P<n>@N)) (?:down )?to @N\b)",
     [](Find& f, Claim& c) {
         const auto unit = spokenUnit(f.sentence);
         const auto n = figureOf(f.group("n"));
         const auto rest = f.after().substr(0, 40);
         if (!n || !countsSpeed(*n, unit) || hasWord(rest, {"percent", "%", "metres", "m", "degrees", "rpm", "boards"}))
             return false;
         c.said.number = n, c.unit = unit, c.fact = "entry_speed_kmh";
         return true;
     }},
    {R"(\bfrom @N (?:km/h |mph |miles an hour |miles per hour |kilometres an hour |kilometres per hour )?(?:down )?to (?P<span>(?P<n>@N))(?: |$))",
     [](Find& f, Claim& c) {
         const auto unit = spokenUnit(f.sentence);
         const auto n = figureOf(f.group("n"));
         if (!n || !countsSpeed(*n, unit) ||
             hasWord(f.after().substr(0, 16), {"percent", "%", "metres", "m", "degrees", "rpm", "boards"}))
             return false;
         c.said.number = n, c.unit = unit, c.fact = "min_speed_kmh";
         return true;
     }},
    {R"(\b(?P<span>(?P<n>@N))(?: |$))", bareSpeed}};

} // namespace

const KindOfClaim kSpeedClaims{ClaimKind::Speed, kRules};

} // namespace hl

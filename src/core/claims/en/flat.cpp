// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

namespace hl {
namespace {

template <const char* Word> bool is(Find&, Claim& c) {
    c.said.word = Word;
    return true;
}
constexpr char kFlat[] = "flat", kLift[] = "lift", kNoLift[] = "no_lift", kSmall[] = "small_lift", kBig[] = "big_lift",
               kBrake[] = "brake", kNoBrake[] = "no_brake", kCoast[] = "coast", kNoCoast[] = "no_coast";

bool flat(Find& f, Claim& c) {
    const auto behind = firstWord(f.after());
    // What may stand behind the bare word; another noun would be what is flat.
    static constexpr std::string_view kBehind[] = {
        "",        ",",        ".",       "!",        ";",      ":",        ")",      "out",   "here",   "there",
        "in",      "through",  "and",     "but",      "all",    "the",      "for",    "at",    "on",     "to",
        "with",    "as",       "if",      "when",     "from",   "by",       "before", "after", "again",  "now",
        "then",    "so",       "it",      "it's",     "you",    "i",        "i'm",    "we",    "we're",  "he",
        "is",      "was",      "isn't",   "not",      "over",   "into",     "across", "round", "around", "past",
        "always",  "every",    "without", "because",  "though", "although", "while",  "since", "only",   "even",
        "too",     "enough",   "this",    "that",     "no",     "please",   "today",  "right", "left",   "corner",
        "corners", "kink",     "sweeper", "throttle", "entry",  "exit",     "just",   "never", "easily", "easy",
        "towards", "until",    "till",    "of",       "off",    "between",  "along",  "down",  "up",     "you're",
        "which",   "or",       "they",    "she",      "he's",   "yes",      "what",   "don't", "does",   "did",
        "power",   "whatever", "however", "unless",   "once",   "where",    "also",   "like",  "chat",   "would",
        "will",    "next",     "should",  "must",     "can",    "has",      "have",   "your",  "my",     "our",
        "don't"};
    if (f.inside() == "flat" && !figureOf(behind) && !ordinalOf(behind) && !oneOf(behind, kBehind)) return false;
    if (f.after().find("as a ") < 2 || hasWord(lastWords(f.before(), 1), {"fell", "falls", "fall", "falling"}))
        return false;
    const auto before = lastWords(f.before(), 5);
    static const Pattern kLevel(R"(\b(?:car|chassis|kart|body|platform) (?:sits|stays|rides|keeps|is|remains) $)");
    if (f.inside() == "flat" && kLevel.in(f.before())) return false; // does not roll
    static const Pattern kWouldBe(
        R"(\b(?:heart|head|brain|gut|brochure|ego|nerve|courage|stopwatch|passenger|video) (?:says?|said|wants|screams|shouts|tells you) (?:it's )?$)");
    if (kWouldBe.in(f.before())) return false; // it is not one who drives
    if (!hasWord(lastWords(f.before(), 2), {"it", "it's"}) &&
        hasWord(before, {"kerb", "kerbs", "ground", "surface", "track", "road", "tyre", "apron", "camber", "paddock",
                         "land", "field", "country", "battery", "phone", "beer", "sea"}))
        return false;
    if (hasWord(lastWords(f.before(), 1), {"a", "the", "went", "looks", "look", "looked", "seems", "seemed", "felt"}) &&
        f.inside() == "flat")
        return false; // of a tyre, or as it seems
    // Flat on the way in tells nothing of the corner.
    static const Pattern kToTheBoard(R"(^ ?the [0-9]+)");
    if (hasWord(lastWords(f.before(), 4),
                {"arrive", "arriving", "arrived", "approach", "approaching", "come", "coming"}) ||
        hasWord(firstWord(f.after()), {"until", "till", "towards", "of"}) ||
        f.before().find("up to here") != f.before().npos || f.after().find("to the 1") < 3 ||
        f.after().find("to the board") < 3 || kToTheBoard.in(f.after()))
        return false;
    if (hasWord(lastWords(f.before(), 1), {"still"}) && hasWord(f.before(), {"at", "past", "by", "passing"}))
        return false; // "at the barn we're still flat"
    const bool hedgedToo = hasWord(f.sentence, {"think", "guess", "believe", "maybe", "probably", "reckon"});
    if (hasWord(lastWords(f.before(), 2), {"almost", "nearly", "quite"}) && !hedgedToo &&
        !hasWord(lastWords(f.before(), 4), {"isn't", "not", "wasn't", "never"}))
        return false;
    // "flat 30 metres after the apex" tells where, not whether.
    static const std::initializer_list<std::string_view> kWhere = {"metres", "yards",  "after", "from",
                                                                   "by",     "before", "until", "again"};
    const auto ahead = f.after().substr(0, std::min<std::size_t>(40, f.after().find(" ,")));
    const bool always = ahead.find("from the first") < 3 || ahead.find("from the start") < 3 ||
                        ahead.find("from lap") < 3 || ahead.find("before you know") < 3;
    static const Pattern kAgain(R"(^ ?again ?[.,!]?$)"); // as on the lap before
    if (!always && !kAgain.in(ahead) && hasWord(lastWords(ahead, 12), kWhere)) return false;
    c.said.word = kFlat;
    return true;
}

bool lift(Find& f, Claim& c) {
    // What may stand behind the verb; anything else is what is lifted.
    static constexpr std::string_view kBehind[] = {
        "",        ",",      ".",       "!",          ";",      ":",      ")",        "here",       "there",  "off",
        "for",     "at",     "and",     "to",         "a",      "an",     "slightly", "before",     "after",  "just",
        "early",   "late",   "in",      "on",         "as",     "when",   "then",     "but",        "so",     "too",
        "more",    "less",   "briefly", "afterwards", "later",  "again",  "or",       "is",         "by",     "until",
        "through", "this",   "it's",    "you",        "i",      "i'm",    "we",       "he",         "with",   "it",
        "the",     "your",   "not",     "earlier",    "later",  "half",   "fully",    "completely", "once",   "comes",
        "starts",  "begins", "ends",    "because",    "from",   "would",  "will",     "was",        "isn't",  "only",
        "that",    "of",     "if",      "enough",     "needed", "first",  "now",      "right",      "all",    "little",
        "much",    "mid",    "gently",  "costs",      "keeps",  "helps",  "between",  "about",      "around", "ten",
        "exactly", "one",    "no",      "where",      "while",  "should", "must",     "my",         "can",    "may",
        "never",   "down",   "level"};
    const bool fully = hasWord(" " + std::string(f.inside()) + " ", {"fully", "completely", "entirely"});
    if (fully && hasWord(lastWords(f.before(), 2), {"never", "not", "don't"})) return false; // a little it may be
    const auto next = firstWord(f.after());
    if (!(figureOf(next) || oneOf(next, kBehind)) ||
        (hasWord(lastWords(f.before(), 2), {"gives", "give", "gave", "spirits"}) && !f.before().ends_with(" it ")))
        return false;
    const auto before = lastWords(f.before(), 1);
    if (hasWord(before, {"a"}) && f.after().find("to the ") < 2) return false; // to the grandstand
    if (hasWord(before, {"the", "chair", "ski", "fork", "face", "boot", "tail"}) &&
        (!hasWord(f.after().substr(0, 20), {"is", "comes", "off", "start", "starts", "begins", "ends"}) ||
         firstWord(f.after()) == "in"))
        return false;
    if (hasWord(firstWord(f.after()), {"the", "your", "a", "it", "my", "his", "her"}) &&
        !hasWord(f.after().substr(0, 24), {"throttle", "foot"}) && firstWord(f.after()) != "a")
        return false; // "lift the bonnet"
    static const Pattern kATrophy(R"(^ ?an? (?:[a-z]+))"),
        kABit(
            R"(^ ?an? (?:little|bit|touch|fraction|hair|tad|moment|second|metre|car|length|whisker|few|couple|smidge|lot|long|good|hundred|single|beat|breath|yard|shade)\b)");
    if (f.inside() == "lifts" && !figureOf(firstWord(lastWords(f.before(), 1))) &&
        !hasWord(lastWords(f.before(), 2),
                 {"he",       "she",    "who",    "it",    "everyone", "everybody",  "nobody",   "someone",
                  "somebody", "car",    "driver", "one",   "never",    "always",     "only",     "just",
                  "and",      "lifts",  "big",    "small", "little",   "no",         "two",      "three",
                  "brother",  "sister", "father", "mate",  "one's",    "instructor", "teammate", "foot"}))
        return false; // "the fog lifts"
    static const Pattern kWeather(
        R"(\b(?:fog|mist|rain|clouds?|cloud|haze|ban|curfew|mood|spirits|trophy|weather) (?:has |had |finally |suddenly )?$)");
    if (f.after().find("and drag") < 2 || kWeather.in(f.before())) return false;
    static const Pattern kIsSo(
        R"(^ ?is (?:[0-9.]|(?:a|an|the|small|big|short|long|at|before|after|just|early|late|only|about|gentle|tiny|slight|what|where|enough|not|quick|brief|minimal|all|done|over|half|right|here|there|by|between|from|to|on|in)\b))");
    if (before == "the " && f.after().find("is ") < 2 && !kIsSo.in(f.after())) return false; // "the lift is broken"
    if (hasWord(f.after().substr(0, 24), {"clutch", "bonnet"})) return false;
    if (f.inside() == "lift" && kATrophy.in(f.after()) && !kABit.in(f.after())) return false;
    c.said.word = kLift;
    return true;
}

bool noLift(Find& f, Claim& c) {
    c.said.word = kNoLift;
    if (hasWord(f.after().substr(0, 30), {"building", "paddock", "hotel", "tower", "floor", "stairs"})) return false;
    return !hasWord(firstWord(f.after()), {"shaft", "bridge", "music", "home", "truck"});
}

/// "A big lift costs half a second" tells of none that was made.
bool priced(const Find& f) {
    static const Pattern kDoes(R"(^ ?(?:will|would) do\b)");
    return !kDoes.in(f.after()) &&
           hasWord(firstWord(f.after()), {"costs", "cost", "means", "loses", "will", "would", "unsettles"});
}

bool bigLift(Find& f, Claim& c) { return c.said.word = kBig, !priced(f); }

/// "Lift a little later" tells when, not how much.
bool smallLift(Find& f, Claim& c) {
    c.said.word = kSmall;
    return !priced(f) &&
           !hasWord(firstWord(f.after()), {"later", "earlier", "sooner", "longer", "more", "early", "late", "before"});
}

/// "I don't brake here": that there is any, not where or how hard.
bool braking(Find& f, Claim& c) {
    if (hasWord(f.before(), {"metres", "yards", "feet", "of"}) &&
        hasWord(lastWords(f.before(), 3), {"metres", "yards", "feet"}))
        return false;
    const auto behind = firstWord(f.after());
    if (hasWord(lastWords(f.before(), 4),
                {"before", "until", "when", "where", "as", "if", "how", "once", "while", "after", "point"}))
        return false;
    auto rest = f.after().substr(0, std::min<std::size_t>(16, f.after().find_first_of(",.;:!")));
    for (const auto anew : {"we ", "i ", "you ", "it's "}) // in speech without commas
        if (const auto at = (" " + std::string(rest)).find(" " + std::string(anew)); at < rest.size())
            rest = rest.substr(0, at);
    if (figureOf(behind) ||
        hasWord(rest, {"at",   "before", "after",   "by",     "past",  "with", "earlier", "later", "hard", "early",
                       "late", "just",   "between", "until",  "when",  "once", "as",      "in",    "on",   "harder",
                       "too",  "level",  "point",   "marker", "about", "deep", "around",  "into"}))
        return false;
    c.said.word = kBrake;
    return true;
}

/// "No brakes": not where, and not of too many.
bool noBraking(Find& f, Claim& c) {
    if (hasWord(f.after().substr(0, 14),
                {"too", "late", "early", "at", "before", "after", "until", "past", "so", "marker", "board", "mark",
                 "point", "earlier", "later", "fade", "shop", "on"}))
        return false;
    c.said.word = kNoBrake;
    return true;
}

/// "The coast" is another.
bool coasting(Find& f, Claim& c) {
    if (hasWord(lastWords(f.before(), 2), {"the", "east", "west", "south", "north"}) ||
        hasWord(f.after().substr(0, 20), {"school", "life", "road", "guard", "exams"}))
        return false;
    c.said.word = kCoast;
    return true;
}

/// "Before I brake" tells when something else is done.
bool oneBrakes(Find& f, Claim& c) {
    const bool aside = hasWord(lastWords(f.before(), 4),
                               {"before", "until", "when", "where", "as", "if", "how", "once", "while", "after"});
    return c.said.word = kBrake, !aside;
}

bool dabs(Find& f, Claim& c) {
    if (hasWord(f.after().substr(0, 30), {"percent", "%"})) return false;
    c.said.word = kBrake;
    return true;
}

bool touchesBrakes(Find& f, Claim& c) {
    if (hasWord(lastWords(f.before(), 3), {"before", "until", "till"})) return false;
    if (hasWord(f.after().substr(0, 16),
                {"as", "when",   "at",   "before", "after",   "by",    "just",  "once", "until",  "with", "past",
                 "to", "harder", "hard", "too",    "earlier", "later", "early", "late", "marker", "with"}) ||
        hasWord(f.after().substr(0, 30), {"percent", "%"}))
        return false;
    c.said.word = kBrake;
    return true;
}

constexpr ClaimRule kRules[] =
    {
        {R"(\b(?:no lift(?:ing)?|without (?:a |any |the slightest )?lift(?:ing)?|zero lift)\b)", noLift},
        {R"(\b(?:small|little|tiny|slight|quick|short|gentle|brief|minor) (?:little )?(?:lift|breath)\b|\b(?:bit|touch|hint|breath|whisker|moment|suspicion|tenth|fraction|ghost|sliver|sneeze|half|quarter|third) of a lift\b|\bjust a breath\b|\blift (?:slightly|a little|a touch|a bit|a fraction|briefly|just a touch)\b|\bbreath(?:e|es|ed|ing)? (?:(?:on|off) )?(?:the throttle|it)\b|\ba (?:breath|feather) (?:of|on) the throttle\b|\b(?:confidence|comfort) lift\b|\bbreathe it\b|\bbreath(?:e|es|ed|ing) off\b|\bfeather(?:s|ing)? (?:of )?(?:the )?throttle\b|\bfeathers it\b|\b(?:lift|lifts|lifted|ease|eases|back) (?:off )?(?:just )?(?:a (?:touch|fraction|hair|tad|little|bit)|slightly|ever so slightly)\b)",
         smallLift},
        {R"(\b(?:big|huge|long|large|full|massive) lift\b|\blift(?:s|ed)? (?:right|all the way|completely|fully|entirely) off\b|\blift(?:s|ed)? (?:off )?(?:a lot|completely|fully|entirely|right off)\b)",
         bigLift},
        {R"(\b(?:no (?:need (?:for|of) )?(?:the )?(?:brakes?|braking)(?: at all| needed)?|without (?:any |the |touching the |using the )?(?:brakes?|braking)|off the brakes? (?:entirely|completely)|zero brakes?)\b)",
         noBraking},
        {R"(\b(?:no (?:need for |time for )?coasting|without (?:any )?coasting|no coast|zero coasting)\b)",
         is<kNoCoast>},
        {R"(\bcoast(?:s|ing|ed)?\b|\b(?:roll|rolls|rolling|rolled|glide|glides|sit|on|touching|touch|with)(?: [a-z0-9.]+){0,6}? neither(?: the)?(?: of the)? pedals?\b|\b(?:no pedals|off both pedals|neither pedal)\b|\b(?:freewheel|freewheels|freewheeling)\b)",
         coasting},
        {R"(\b(?:a )?lift(?:s|ing|ed)?(?: off)?(?: the throttle)?\b|\b(?:come|comes|coming|came|roll|rolls|back|backs|ease|eases|eased|get|gets|am|is|i'm|just|breathe|breathes|breathing|step|steps|we're|he's|lift|close)?(?: fully| partly| partially| half| gently| just)? ?off the (?:throttle|power|loud pedal)\b|\b(?:ease|eases|easing|eased|back|backs|backing|backed) off\b|\b(?:come|comes|came|get|gets|ease|eases|back|backs|roll|rolls) out of the (?:throttle|power)\b|\b(?:ease|eases|close|closes) the throttle\b|\b(?:half|part|partial) lift\b)",
         lift},
        {R"(\b(?:flat(?: out)?|foot (?:stays |is |kept |stays |flat |hard |right )?(?:in|down|planted|pinned|welded)|foot(?:'s| is)? (?:flat )?(?:to|on) the (?:floor|boards|metal|stop)|pedal to the (?:metal|floor)|throttle (?:is |stays |remains )?(?:open|pinned|wide open|buried)|keep it (?:pinned|lit|buried|nailed|planted)|(?:it's |stay |stays |stayed )(?:pinned|planted)|pinned|(?:full|wide open|maximum) throttle (?:all the way|through|throughout|here|for the whole)(?: through)?|wide open(?: throttle)?|flat to the (?:boards|floor))\b)",
         flat},
        {R"(\b(?P<span>brak(?:e|es|ing|ed)) (?:here|for this(?: one)?|for it|for the corner|for (?:@CORNER))\b|\b(?:have|has|had|need|needs|got|don't|do not|never|doesn't|didn't|won't|not|needn't|mustn't|shouldn't|can't|nobody|dare|not to)(?: ever| even| really| actually)?(?: need| have)?(?: to)? (?P<span2>brakes?|braking)(?: |$))",
         braking},
        {R"((?:^ ?|, |and |then |just )(?P<span>brake) (?:lightly|gently|softly|a little|a bit|a touch) (?:for|into) (?:it|this|that|here|the corner)\b)",
         is<kBrake>},
        {R"((?:, |and |then |just )(?P<span>brake) ?(?:\.|!|$))", is<kBrake>},
        {R"(\b(?:hard|firmly|heavily) (?:on|onto) the (?P<span>brakes?)(?: ,| \.| !| here| there| for this| ?$))",
         is<kBrake>},
        {R"(\b(?:i|we|he|she|you)(?: do| did)? (?P<span>brakes?|braked) ?(?:,|\.|!|and|but|here|$))", oneBrakes},
        {R"(\b(?:a |quick |little |short |light |gentle |small )*(?:dab|stab|touch|tap|brush|jab|hint|whiff|breath) (?:of|on|at) (?:the )?brakes?(?: pedal)?\b)",
         dabs},
        {R"(\b(?:(?:a |quick |little |short |light |gentle |small )*(?:dab|stab|touch|tap|brush|jab|hint|whiff|breath) (?:of|on|at) (?:the )?brakes?|(?:touch|touches|touched|touching|use|uses|used|using|hit|hits|hitting|dab|dabs|dabbed|tap|taps|tapped|brush|brushes|brushed|stab|stabs|stabbed|need|needs|needed) (?:the|any) brakes?)(?: pedal)?\b)",
         touchesBrakes}};

} // namespace

const KindOfClaim kFlatClaims{ClaimKind::Flat, kRules};

} // namespace hl

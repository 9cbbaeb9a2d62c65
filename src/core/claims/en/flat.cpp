// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

template <const char* Word> bool is(const Find&, Claim& c) {
    c.said.word = Word;
    return true;
}
constexpr char kFlat[] = "flat", kLift[] = "lift", kNoLift[] = "no_lift", kSmall[] = "small_lift", kBig[] = "big_lift",
               kBrake[] = "brake", kNoBrake[] = "no_brake", kCoast[] = "coast", kNoCoast[] = "no_coast";

bool flat(const Find& f, Claim& c) {
    const auto behind = firstWord(f.after());
    for (const auto w : {"kerb", "kerbs", "spot", "spots", "tyre", "bottom", "bit", "rock", "shift", "battery", "four",
                         "6", "ground", "track", "road", "surface", "line", "light", "black"})
        if (behind == w) return false;
    const auto before = lastWords(f.before(), 5);
    if (hasWord(before, {"kerb", "kerbs", "ground", "surface", "track", "road", "tyre", "apron", "camber"}))
        return false;
    if (hasWord(lastWords(f.before(), 2), {"almost", "nearly", "quite"})) return false;
    // "flat 30 metres after the apex" tells where, not whether.
    static const std::initializer_list<std::string_view> kWhere = {"metres", "yards",  "after", "from",
                                                                   "by",     "before", "until", "again"};
    if (hasWord(lastWords(f.after().substr(0, 40), 12), kWhere)) return false;
    c.said.word = kFlat;
    return true;
}

bool lift(const Find& f, Claim& c) {
    const auto before = lastWords(f.before(), 1);
    if (hasWord(before, {"the", "chair", "ski", "fork"}) && !hasWord(f.after().substr(0, 20), {"is", "comes", "off"}))
        return false;
    if (hasWord(firstWord(f.after()), {"the", "your", "a", "it"}) &&
        !hasWord(f.after().substr(0, 24), {"throttle", "foot"}) && firstWord(f.after()) != "a")
        return false; // "lift the bonnet"
    c.said.word = kLift;
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?:no lift(?:ing)?|without (?:a |any )?lift(?:ing)?|no need to lift|don't (?:even )?lift|do not lift|never lift|didn't lift|not (?:a )?lift(?:ing)?|doesn't lift|won't lift|keep it pinned)\b)",
     is<kNoLift>},
    {R"(\b(?:small|little|tiny|slight|quick|short|gentle|brief|minor) (?:little )?(?:lift|breath)\b|\b(?:bit|touch|hint) of a lift\b|\bjust a (?:breath|lift)\b|\blift (?:slightly|a little|a touch|a bit|a fraction|briefly|just a touch)\b|\bbreathe (?:on|off) the throttle\b|\ba breath of the throttle\b|\bbreathe it\b|\bfeather the throttle\b)",
     is<kSmall>},
    {R"(\b(?:big|proper|huge|long|large|full|real|massive) lift\b|\blift (?:right|all the way|completely|fully) off\b)",
     is<kBig>},
    {R"(\b(?:no (?:need (?:for|to) )?(?:brakes?|braking)(?: at all| needed)?|without (?:any |the |touching the |using the )?(?:brakes?|braking)|don't (?:even )?(?:touch|use) the brakes?|don't (?:need (?:to|the) )?brakes?|do not brake|never (?:touch the )?brakes?|not brak(?:e|ing)|didn't brake|doesn't brake|off the brakes? (?:entirely|completely))\b)",
     [](const Find& f, Claim& c) {
         if (hasWord(f.after().substr(0, 14), {"too", "late", "early", "at", "before", "after", "until", "past", "so",
                                               "marker", "board", "mark", "point", "earlier", "later"}))
             return false;
         c.said.word = kNoBrake;
         return true;
     }},
    {R"(\b(?:no coasting|don't coast|without coasting|never coast|do not coast|no coast)\b)", is<kNoCoast>},
    {R"(\bcoast(?:s|ing|ed)?\b)",
     [](const Find& f, Claim& c) {
         if (hasWord(lastWords(f.before(), 2), {"the", "east", "west", "south", "north"})) return false;
         c.said.word = kCoast;
         return true;
     }},
    {R"(\b(?:a )?lift(?:s|ing|ed)?(?: off)?(?: the throttle)?\b|\b(?:come|comes|coming|came|roll|back|ease|get|am|is|i'm|just) off the (?:throttle|power)\b|\bease off\b)",
     lift},
    {R"(\b(?:flat(?: out)?|foot (?:flat|hard) (?:in|down)|pinned|full throttle all the way|flat to the (?:boards|floor))\b)",
     flat},
    {R"(\b(?P<span>brak(?:e|es|ing|ed)) (?:here|for this(?: one)?|for it|for the corner)\b|\b(?:have|has|had|need|needs|got) to (?P<span2>brake)(?: |$))",
     [](const Find& f, Claim& c) {
         if (hasWord(f.after().substr(0, 16),
                     {"at", "before", "after", "by", "past", "with", "earlier", "later", "hard", "early", "late"}))
             return false;
         c.said.word = kBrake;
         return true;
     }}};

} // namespace

const KindOfClaim kFlatClaims{ClaimKind::Flat, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

std::string aboutWhat(std::string_view s) {
    if (hasWord(s, {"brake", "brakes", "braking", "pressure", "pedal", "harder", "softer", "hardest"}))
        return "brake_pct";
    if (hasWord(s, {"gear", "gears", "up", "down"}) || ordinalOf(firstWord(s))) return "gear";
    if (hasWord(s, {"slow", "slower", "fast", "faster", "quicker", "speed", "slowest", "fastest", "quickest", "minimum",
                    "km/h", "mph", "carry"}))
        return "speed";
    return {};
}

bool against(const Find& f, Claim& c) {
    auto what = aboutWhat(" " + std::string(f.sentence.substr(f.from, f.to - f.from)) +
                          std::string(f.after().substr(0, 24)) + " ");
    if (what.empty()) what = aboutWhat(f.before());
    if (what.empty())
        for (const auto w : {"first", "second", "third", "fourth", "fifth", "sixth"})
            if (hasWord(f.before(), {w})) what = "gear";
    if (what.empty()) return false;
    const auto op = f.group("op");
    c.said.what = what;
    c.said.op =
        op.find("same") != op.npos || op == "just" || op == "exactly" ? "same"
        : hasWord(" " + std::string(op) + " ", {"up", "higher", "more", "faster", "quicker", "harder", "taller"})
            ? "higher"
            : "lower";
    if (hasWord(" " + std::string(op) + " ", {"one", "a"}) && what == "gear" && c.said.op != "same")
        c.said.diff = c.said.op == "higher" ? 1 : -1;
    c.said.to = std::string(f.group("corner"));
    return true;
}

bool most(const Find& f, Claim& c) {
    const auto op = f.group("op");
    c.said.what = hasWord(op, {"hardest"}) || hasWord(f.group("of"), {"brake", "braking", "stop"}) ? "brake_pct"
                  : hasWord(f.group("of"), {"gear"})                                               ? "gear"
                                                                                                   : "speed";
    c.said.op = hasWord(" " + std::string(op) + " ", {"fastest", "quickest", "highest", "hardest", "most"}) ? "highest"
                                                                                                            : "lowest";
    return true;
}

constexpr ClaimRule kRules[] = {
    {R"(\b(?P<op>(?:the |exactly the |just the )?same|(?:one|a)(?: gear)? (?:up|down|higher|lower|more|less)|a gear (?:up|down)|higher|lower|slower|faster|quicker|harder|softer|more brakes?|less brakes?|more braking|less braking|more|less)(?: [a-z]+){0,3}? (?:as|than|on|to|from|like)(?: in| at| for| through)? (?P<corner>@CORNER)(?: for (?:gears?|speed|braking|brakes?))?\b)",
     against},
    {R"(\b(?:the )?(?P<op>slowest|fastest|lowest|highest|hardest|quickest|most|least) (?P<of>corner|gear|braking|stop|bend|brake|point|speed)(?: [a-z]+){0,4} (?:lap|track|circuit|place|ring|all)\b)",
     most}};

} // namespace

const KindOfClaim kCompareClaims{ClaimKind::Compare, kRules};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/rules.h"

namespace hl {
namespace {

enum class Pedal { Nobody, Brake, Throttle };

constexpr std::string_view kBrakeWords[] = {"brake", "brakes",   "braking", "braked", "pressure",
                                            "stop",  "stopping", "left",    "pedal"};
constexpr std::string_view kThrottleWords[] = {"throttle", "power", "lift", "lifting", "lifted"};

/// Nearest word that names a pedal, first behind the figure, then before it.
Pedal pedalOf(const Find& f) {
    std::string behind(f.after().substr(0, 60));
    if (const auto end = behind.find_first_of(",.;!?"); end != std::string::npos) behind.resize(end);
    if (hasWord(behind, {"throttle", "power"})) return Pedal::Throttle;
    if (hasWord(behind, {"brake", "brakes", "braking", "pressure"})) return Pedal::Brake;
    auto before = f.before();
    std::size_t brake = 0, throttle = 0;
    for (const auto w : kBrakeWords)
        if (const auto at = before.rfind(" " + std::string(w) + " "); at != std::string_view::npos)
            brake = std::max(brake, at + 1);
    for (const auto w : kThrottleWords)
        if (const auto at = before.rfind(" " + std::string(w) + " "); at != std::string_view::npos)
            throttle = std::max(throttle, at + 1);
    if (hasWord(behind, {"pedal"}) && throttle == 0) return Pedal::Brake;
    if (brake == 0 && throttle == 0) return Pedal::Nobody;
    return brake > throttle ? Pedal::Brake : Pedal::Throttle;
}

bool ofSomethingElse(const Find& f) {
    const auto behind = f.after().substr(0, 40);
    static constexpr std::string_view kElse[] = {
        "chance",     "faster",      "slower",         "sure",        "certain",     "better",    "grade",
        "steeper",    "uphill",      "downhill",       "gradient",    "of the time", "of people", "of the people",
        "of the lap", "of drivers",  "of the drivers", "of the cars", "of you",      "of them",   "of the grip",
        "more grip",  "less grip",   "humidity",       "fuel",        "battery",     "rear",      "front",
        "slip",       "of the race", "of laps",        "of the laps", "done",        "ready",     "fitter",
        "off the",    "wear"};
    for (const auto e : kElse)
        if (behind.substr(0, e.size() + 1) == " " + std::string(e) || behind.substr(0, e.size()) == e) return true;
    return false;
}

bool percent(const Find& f, Claim& c, Pedal wanted) {
    if (ofSomethingElse(f)) return false;
    const auto pedal = pedalOf(f);
    if (pedal != wanted && !(pedal == Pedal::Nobody && wanted == Pedal::Brake)) return false;
    if (pedal == Pedal::Nobody) c.fact = "either"; // the corner decides
    c.said.number = figureOf(f.group("n"));
    if (!f.group("m").empty()) c.said.upTo = figureOf(f.group("m"));
    const auto before = lastWords(f.before(), 4);
    for (const auto most : {"no more than ", "not more than ", "at most ", "never more than ", "never over ",
                            "less than ", "maximum of ", "never above ", "not over ", "max "})
        if (before.size() >= std::string_view(most).size() && before.ends_with(most)) c.said.most = true;
    for (const auto most : {" at most", " max", " maximum", " tops", " and no more", " , no more"})
        if (f.after().substr(0, 14).find(most) == 0 || (" " + std::string(f.after().substr(0, 14))).find(most) == 0)
            c.said.most = true;
    if (before.ends_with("more than ") &&
        hasWord(lastWords(f.before(), 7), {"never", "not", "don't", "no", "nobody", "without"}))
        c.said.most = true;
    c.unit = "pct";
    return c.said.number && *c.said.number <= 100;
}

bool share(const Find& f, Claim& c, Pedal wanted) {
    const auto pedal = hasWord(f.group("pedal"), {"throttle", "power"}) ? Pedal::Throttle : Pedal::Brake;
    if (pedal != wanted) return false;
    const auto s = f.group("share");
    c.said.number = s.find("three") != s.npos || s.find("3") != s.npos               ? 75.0
                    : s.find("two thirds") != s.npos || s.find("2 thirds") != s.npos ? 67.0
                    : s.find("quarter") != s.npos                                    ? 25.0
                    : s.find("third") != s.npos                                      ? 33.0
                    : s.find("half") != s.npos                                       ? 50.0
                                                                                     : 100.0;
    for (const auto most : {"no more than ", "not more than ", "at most ", "never more than "})
        if (lastWords(f.before(), 4).ends_with(most)) c.said.most = true;
    c.unit = "pct";
    return true;
}

constexpr std::string_view kPercent =
    R"(\b(?P<n>@N)(?: (?:to|or|,|and|maybe|perhaps) (?P<m>@N))? (?:%|percent|per cent|pc)(?: |$))";
constexpr std::string_view kShare =
    R"(\b(?P<share>half|(?:3|three) quarters?|a quarter|quarter|(?:2|two) thirds|a third|full|maximum)(?: of)?(?: the| your| my| that)? (?P<pedal>brakes?|brake pedal|brake pressure|brake force|pedal|pressure|throttle|power)\b)";

constexpr ClaimRule kBrake[] = {{kPercent, [](const Find& f, Claim& c) { return percent(f, c, Pedal::Brake); }},
                                {kShare, [](const Find& f, Claim& c) { return share(f, c, Pedal::Brake); }}};
constexpr ClaimRule kThrottle[] = {{kPercent, [](const Find& f, Claim& c) { return percent(f, c, Pedal::Throttle); }},
                                   {kShare, [](const Find& f, Claim& c) {
                                        const auto s = f.group("share");
                                        return s != "full" && s != "maximum" && share(f, c, Pedal::Throttle);
                                    }}};

} // namespace

const KindOfClaim kPercentBrake{ClaimKind::BrakePct, kBrake}, kPercentThrottle{ClaimKind::ThrottlePct, kThrottle};

} // namespace hl

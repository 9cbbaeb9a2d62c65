// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/candidates.h"

#include "core/claims/lexicon.h"
#include "core/claims/manner.h"
#include "core/claims/pattern.h"
#include "core/claims/rules.h"

#include <algorithm>

namespace hl {
namespace {

bool overlap(const Candidate& a, const Candidate& b) { return a.from < b.to && b.from < a.to; }

/// Of two kinds over each other the one that says more.
bool givesWay(ClaimKind loser, ClaimKind winner) {
    using K = ClaimKind;
    if (winner == K::Power)
        return loser == K::Flat || loser == K::Kerb || loser == K::Distance || loser == K::Apex ||
               loser == K::ThrottlePct;
    if (winner == K::Distance) return loser == K::Metres || loser == K::Kerb || loser == K::Speed || loser == K::Gear;
    if (winner == K::BrakePct || winner == K::ThrottlePct)
        return loser == K::Speed || loser == K::Metres || loser == K::Gear || loser == K::Time;
    if (winner == K::Compare) return loser == K::Gear || loser == K::Direction;
    if (winner == K::Time) return loser == K::Speed || loser == K::Metres || loser == K::Gear;
    if (winner == K::BrakeShape) return loser == K::Flat || loser == K::Power;
    return false;
}

std::vector<Candidate> chosen(std::vector<Candidate> all) {
    std::vector<bool> gone(all.size(), false);
    for (std::size_t i = 0; i < all.size(); ++i)
        for (std::size_t k = 0; k < all.size() && !gone[i]; ++k) {
            if (i == k || gone[k] || !overlap(all[i], all[k])) continue;
            const auto &a = all[i], &b = all[k];
            if (a.claim.kind == b.claim.kind)
                gone[i] = a.length() < b.length() || (a.length() == b.length() && a.rule > b.rule);
            else
                gone[i] = givesWay(a.claim.kind, b.claim.kind);
        }
    std::vector<Candidate> out;
    for (std::size_t i = 0; i < all.size(); ++i)
        if (!gone[i]) out.push_back(std::move(all[i]));
    std::sort(out.begin(), out.end(),
              [](auto& a, auto& b) { return a.from != b.from ? a.from < b.from : a.claim.kind < b.claim.kind; });
    return out;
}

/// "I brake ten metres after it": that there is braking is no second claim beside where or how hard.
void dropPlainBraking(std::vector<Candidate>& all) {
    const auto tells = [](const Candidate& c) {
        return c.claim.kind == ClaimKind::BrakePct || c.claim.kind == ClaimKind::BrakeShape ||
               (c.claim.kind == ClaimKind::Distance && c.claim.fact == "brake_onset_m");
    };
    if (std::none_of(all.begin(), all.end(), tells)) return;
    std::erase_if(all, [](const Candidate& c) {
        return c.claim.kind == ClaimKind::Flat && c.claim.said.word == "brake" && c.bare;
    });
}

/// "third , sorry , fourth": the last one counts.
void dropTakenBack(std::vector<Candidate>& all, std::string_view text) {
    for (std::size_t i = 0; i + 1 < all.size();) {
        bool back = false;
        for (std::size_t k = i + 1; k < all.size() && k < i + 3; ++k) {
            if (all[k].claim.kind != all[i].claim.kind || all[k].from < all[i].to) continue;
            const auto between = text.substr(all[i].to, all[k].from - all[i].to);
            back = manner::takesBack().in(between) ||
                   (manner::but().in(between) && manner::iSaid().in(text.substr(0, all[i].from)));
            break;
        }
        if (back)
            all.erase(all.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
}

/// Which level of the brake a percentage speaks of: the peak, if nothing says otherwise.
std::string brakeLevelMeant(std::string_view sentence, std::size_t from, std::size_t to) {
    const auto clause = clauseAround(sentence, from, to);
    const auto before = sentence.substr(clause.from, from - clause.from), after = sentence.substr(to, clause.to - to);
    static const Pattern kAtTurnIn(
        R"(^ ?(?:%|percent|per cent|pc)? ?(?:of )?(?:the )?(?:brakes?|pedal|pressure)? ?(?:left |still on )?(?:at|as|when|by) (?:the |your |my )?(?:turn in|turn-in|turning|(?:you|i|we|he) turn))"),
        kTurnInBefore(
            R"(\b(?:at|by) (?:the |your |my )?(?:turn in|turn-in)(?: is| it's| with| i'm on| you're on| on)? (?:about |around )?$)");
    if (kAtTurnIn.in(after) || kTurnInBefore.in(before)) return "brake_at_turn_in_pct";
    const auto near = lastWords(before, 5);
    if (hasWord(near, {"trail", "trails", "trailing", "trailed"})) return "brake_trail_pct";
    static const Pattern kHeld(
        R"(\b(?:hold|holds|holding|held|keep|keeps|keeping|kept|settles?|settled|maintain|maintains) (?:it |the brake |the brakes |the pedal |the pressure |steady |on |at |to |about |around )*$)");
    return kHeld.in(before) ? "brake_held_pct" : "brake_peak_pct";
}

/// Which of two pedals a bare percentage is of, and which gear is spoken of, the corner and the clause decide.
void decide(Candidate& c, std::string_view sentence, const ClaimCorner* corner) {
    auto& claim = c.claim;
    if (claim.fact == "either") {
        claim.fact.clear();
        const bool brakes = !corner || corner->facts.brakes.value_or(true);
        if (!brakes) claim.kind = ClaimKind::ThrottlePct;
    }
    if (claim.fact == kFootOff)
        claim.fact = !corner || corner->facts.brakes.value_or(true) ? "brake_onset_m" : "lift_start_m";
    if (claim.kind == ClaimKind::BrakePct) claim.fact = brakeLevelMeant(sentence, c.from, c.to);
    if (claim.kind == ClaimKind::ThrottlePct) claim.fact = "throttle_low_pct";
    if (claim.kind == ClaimKind::Gear && claim.said.number) {
        const auto before = sentence.substr(0, c.from), after = sentence.substr(c.to, 26);
        const auto near = lastWords(before, 4);
        claim.fact = "min_gear";
        if (hasWord(before, {"arrive", "arriving", "arrives", "approach", "approaching", "approached"}) ||
            before.find("come in") != before.npos || before.find("coming in") != before.npos ||
            hasWord(lastWords(before, 1), {"from"}) || hasWord(after, {"approach", "approaching"}) ||
            after.find("on the way in") != after.npos || after.find("the straight") != after.npos ||
            after.find("the hill") != after.npos || after.find("on the way up to") != after.npos ||
            after.find("on the way down to") != after.npos || after.find("when i should have") == 1 ||
            after.find("when i got to the brake") != after.npos || hasWord(before, {"heading"}) ||
            before.find("down the hill") != before.npos || before.find("down the straight") != before.npos ||
            before.find("coming down") != before.npos || before.find("coming up") != before.npos ||
            hasWord(near, {"still"}) ||
            (near.ends_with(" in ") && hasWord(lastWords(before, 6), {"get", "gets", "reach", "reaches"})) ||
            (near.find("down to") == near.npos && sentence.find(" brake", c.to) < sentence.find(" down to ", c.to) &&
             sentence.find(" down to ", c.to) != sentence.npos))
            claim.fact = "entry_gear";
        if (hasWord(near, {"exit", "upshift", "out"}) || near.find("shift up") != near.npos ||
            near.find("up to") != near.npos || near.find("short shift") != near.npos ||
            after.find("on the exit") != after.npos || after.find("at the exit") != after.npos ||
            after.find("on the way out") != after.npos || after.find(" comes in ") < 8 || after.find(" goes in ") < 8 ||
            (near.ends_with("back to ") && hasWord(after, {"kerb", "exit", "straight"})))
            claim.fact = "exit_gear";
    }
}

/// "third, second": on the way down all but the last are gears one goes through.
void throughTheGears(std::vector<Candidate>& all, std::string_view text) {
    constexpr std::size_t kNear = 22; // bytes between them
    for (std::size_t i = 0; i + 1 < all.size(); ++i) {
        auto &a = all[i].claim, &b = all[i + 1].claim;
        const bool gears = a.kind == ClaimKind::Gear && b.kind == ClaimKind::Gear && a.said.number && b.said.number;
        if (!gears) continue;
        if (all[i + 1].from - all[i].to >= kNear) { // "fifth gear ... brake at the board ... down to second"
            const auto between = text.substr(all[i].to, all[i + 1].from - all[i].to);
            if (*b.said.number < *a.said.number && a.fact == "min_gear" &&
                hasWord(between, {"brake", "brakes", "down"}))
                a.fact = "entry_gear";
            continue;
        }
        if (hasWord(text.substr(all[i].to, all[i + 1].from - all[i].to),
                    {"nor", "or", "not", "maybe", "perhaps", "possibly", "that's"}))
            continue;
        if (*b.said.number < *a.said.number) a.fact = "shifts";
        if (*b.said.number > *a.said.number && a.fact != "shifts") b.fact = "shifts"; // on the way out
    }
}

/// "from 148 to 36", "a hundred and forty-eight, then thirty-six": of two bare speeds the first is the one on entry.
void slowing(std::vector<Candidate>& all) {
    constexpr double kMuch = 1.3;
    for (std::size_t i = 0; i + 1 < all.size(); ++i) {
        auto &a = all[i].claim, &b = all[i + 1].claim;
        const bool speeds = a.kind == ClaimKind::Speed && b.kind == ClaimKind::Speed && a.unit == b.unit;
        if (speeds && a.fact == "min_speed_kmh" && b.fact == "min_speed_kmh" && *a.said.number > kMuch * *b.said.number)
            a.fact = "entry_speed_kmh";
    }
}

/// "fourth, fourth, fourth" claims it once.
void onceEach(std::vector<Candidate>& all) {
    constexpr std::size_t kNear = 14; // bytes
    for (std::size_t i = 1; i < all.size();) {
        const auto &a = all[i - 1].claim, &b = all[i].claim;
        const bool same =
            a.kind == b.kind && a.kind == ClaimKind::Gear && a.said.number && a.said.number == b.said.number;
        if (same && all[i].from - all[i - 1].to < kNear)
            all.erase(all.begin() + static_cast<std::ptrdiff_t>(i));
        else
            ++i;
    }
}

} // namespace

std::vector<Candidate> settled(std::vector<Candidate> found, std::string_view sentence, const ClaimCorner* corner) {
    for (auto& c : found) decide(c, sentence, corner);
    found = chosen(std::move(found));
    dropPlainBraking(found);
    dropTakenBack(found, sentence);
    onceEach(found);
    throughTheGears(found, sentence);
    slowing(found);
    return found;
}

} // namespace hl

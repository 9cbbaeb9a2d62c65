// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/guide_claims.h"

#include "core/claims/pattern.h"
#include "core/guide/edition.h"

#include <algorithm>

namespace hl {
namespace {

/// Words that may also be meant as advice contradict nothing that the advice says.
bool fitsAsAdvice(Claim claim, const ClaimFacts& facts, int corner) {
    if (!canBeAdvice(claim) || claim.stance == Stance::Advised) return false;
    claim.stance = Stance::Advised;
    holdAgainst(claim, facts, corner);
    return claim.verdict == Verdict::Agrees;
}

/// By variant, of days that have advice of their own: it and the things beside the road, no fact.
std::map<std::string, ClaimFacts> otherDaysOf(const Guide& g, const ClaimFacts& facts) {
    std::map<std::string, ClaimFacts> out;
    for (const auto& c : g.corners)
        for (const auto& [variant, rows] : c.otherAdvice)
            if (!holdsIn(variant, g.scene.conditions)) out.try_emplace(variant);
    for (auto& [variant, day] : out) {
        std::vector<std::vector<Advice>> rows;
        for (const auto& c : g.corners) rows.push_back(adviceOn(c, variant, conditionsIn(g, variant)));
        day.corners = facts.corners;
        for (auto& c : day.corners) c.facts = {}, c.advice = {};
        takeAdvice(day, rows);
    }
    return out;
}

/// "In the wet, take second" is another case than the lap's, and the very one of words for the wet.
bool namesItsDay(std::string_view variant, const Claim& claim, std::string_view text) {
    if (claim.stance != Stance::Other) return false;
    static const Pattern kWet(R"((?i)\b(?:wet|rain(?:s|ing)?|damp)\b)"), kDry(R"((?i)\bdry\b)"),
        kCold(R"((?i)\bcold\b)"), kFuel(R"((?i)\b(?:fuel|tank|race)\b)"), kNight(R"((?i)\b(?:night|dark|dusk)\b)");
    const std::pair<std::string_view, const Pattern&> kWords[] = {
        {"wet", kWet}, {"dry", kDry}, {"cold", kCold}, {"race-fuel", kFuel}, {"night", kNight}};
    return std::any_of(std::begin(kWords), std::end(kWords),
                       [&](const auto& w) { return w.first == variant && w.second.in(text); });
}

} // namespace

WholeLap wholeLap(const LapTrace& trace) { return {trace.lap.time.count(), trace.lengthM}; }

GuideClaims::GuideClaims(const Guide& guide, const MeasuredCorners& measured, WholeLap lap)
    : facts_(std::make_unique<const ClaimFacts>(claimFactsOf(guide, measured, lap.timeS, lap.lengthM))),
      otherDays_(otherDaysOf(guide, *facts_)), reader_(*facts_), driven_(guide.scene.conditions) {}

bool GuideClaims::ofOtherDay(const Beat& beat) const { return !holdsIn(beat.only.variant, driven_); }

const ClaimFacts& GuideClaims::facts(const Beat& beat) const {
    const auto day = ofOtherDay(beat) ? otherDays_.find(beat.only.variant) : otherDays_.end();
    return day == otherDays_.end() ? *facts_ : day->second;
}

std::vector<ReadClaim> GuideClaims::of(std::string_view text, const Beat& beat, const GuideCorner& corner) const {
    std::vector<ReadClaim> out;
    const bool otherDay = ofOtherDay(beat);
    if (otherDay && !otherDays_.count(beat.only.variant)) return out;
    for (auto& claim : reader_.read(text, corner.number)) {
        const int held = claim.about.value_or(corner.number);
        if (otherDay) {
            if (namesItsDay(beat.only.variant, claim, text)) claim.stance = Stance::Advised;
            holdAgainst(claim, facts(beat), held);
            if (!claim.byAdvice) continue;
        } else {
            if (held == corner.number) holdAgainst(claim, *facts_, corner.number, beat.atM);
            if (claim.verdict == Verdict::Differs && fitsAsAdvice(claim, *facts_, held))
                claim.verdict = Verdict::Agrees;
        }
        ReadClaim one{std::move(claim), {}, {}};
        one.said = std::string(codePoints(text, one.claim.from, one.claim.to));
        if (one.claim.verdict == Verdict::Differs)
            for (const auto& l : beat.left)
                if (l.kind == key(one.claim.kind) && l.said == one.said) one.left = LeftAlone{l.why};
        out.push_back(std::move(one));
    }
    return out;
}

std::string_view codePoints(std::string_view text, std::size_t from, std::size_t to) {
    std::size_t point = 0, begin = text.size(), end = text.size();
    for (std::size_t i = 0; i < text.size(); ++i) {
        if ((static_cast<unsigned char>(text[i]) & 0xC0) == 0x80) continue;
        if (point == from) begin = i;
        if (point == to) end = i;
        ++point;
    }
    return text.substr(begin, end - begin);
}

bool canBeAdvice(const Claim& c) {
    return c.stance == Stance::Advised || std::count(c.alsoAs.begin(), c.alsoAs.end(), Stance::Advised) > 0;
}

std::optional<Topic> topicOf(const Claim& c) {
    switch (c.kind) {
    case ClaimKind::Gear: return Topic::Gears;
    case ClaimKind::BrakePct: return Topic::Brake;
    case ClaimKind::Speed: return c.fact == "min_speed_kmh" ? std::optional(Topic::Slowest) : std::nullopt;
    case ClaimKind::Distance:
        return c.fact == "brake_onset_m" ? std::optional(Topic::Brake)
               : c.fact == "turn_in_m"   ? std::optional(Topic::TurnIn)
               : c.fact == "apex_m"      ? std::optional(Topic::Apex)
                                         : std::nullopt;
    case ClaimKind::Apex: return Topic::Apex;
    case ClaimKind::Kerb: return Topic::Kerb;
    default: return std::nullopt;
    }
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/claim_facts.h"

#include "core/claims/claim_reader.h"
#include "core/corner/fact_table.h"
#include "core/guide/edition.h"
#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

ClaimSide factsOf(const GuideCorner& c, const CornerFacts& f) {
    ClaimSide out;
    for (const auto& entry : factTable())
        if (const auto& v = f.*entry.fact; v) {
            const double unit = factorOf(entry.unit);
            out.numbers[std::string(entry.key)] = v->value * unit;
            out.uncertainty[std::string(entry.key)] = v->uncertainty * unit;
        }
    out.why = f.unmeasured;
    out.numbers["turn_in_m"] = c.turnInM, out.numbers["apex_m"] = c.apexM;
    if (f.minGear) out.numbers["min_gear"] = *f.minGear;
    if (f.entryGear) out.numbers["entry_gear"] = *f.entryGear;
    if (f.minGear) {
        int gear = *f.minGear;
        for (const auto& s : f.shifts)
            if (s.to > s.from && s.atM > c.apexM) gear = s.to;
        out.numbers["exit_gear"] = gear;
    }
    out.shifts = f.shifts;
    if (f.brakeOnsetM || f.noBraking) out.brakes = !f.noBraking;
    if (f.brakePeak) {
        out.held = f.brakeHeld;
        for (auto& h : *out.held) h.low *= 100;
    }
    if (f.throttlePickupM || f.fullThrottleM || c.flat || !f.lifts.empty()) { // the throttle is known
        out.lifts = f.lifts;
        for (auto& l : *out.lifts) l.low *= 100;
        out.flat = c.flat;
    }
    out.apexKind = f.apexKind, out.brakeShape = f.brakeShape;
    out.doubleApex = c.apexesM.size() > 1 || c.kind == "double apex";
    return out;
}

/// What an advice says as a value takes the place of the fact.
void takeAdvice(ClaimSide& advice, const Claim& c, const ClaimCorner& corner) {
    const auto& s = c.said;
    const bool exact = s.number && !s.upTo && !s.most;
    switch (c.kind) {
    case ClaimKind::Gear:
        if (exact) advice.numbers[c.fact.empty() ? "min_gear" : c.fact] = *s.number;
        break;
    case ClaimKind::BrakePct:
        if (exact) advice.numbers[c.fact.empty() ? "brake_peak_pct" : c.fact] = *s.number;
        break;
    case ClaimKind::Speed:
        if (exact) advice.numbers[c.fact] = *s.number * (c.unit == "mph" ? 1.609344 : 1);
        break;
    case ClaimKind::Distance:
        if (const auto* r = s.ref && exact && c.unit == "m" ? referenceMeant(corner, *s.ref) : nullptr)
            advice.numbers[c.fact] = r->atM + *s.number;
        break;
    case ClaimKind::Apex:
        if (s.word == "double" || s.word == "single") advice.doubleApex = s.word == "double";
        if (s.word == "early" || s.word == "middle" || s.word == "late") advice.apexKind = s.word;
        break;
    case ClaimKind::Flat:
        if (s.word == "flat" || s.word == "no_lift") advice.flat = true, advice.lifts = std::vector<Lift>();
        break;
    case ClaimKind::Kerb: {
        auto side = s.side;
        if ((side == "inside" || side == "outside") && corner.direction.empty()) break;
        if (side == "inside" || side == "outside")
            side = (side == "inside") == (corner.direction == "left") ? "left" : "right";
        if (s.use != "any") advice.kerbs[side] = s.use;
        break;
    }
    default: break;
    }
}

} // namespace

void takeAdvice(ClaimFacts& facts, const std::vector<std::vector<Advice>>& rows) {
    const auto says = [](const Advice& a) { return !a.advised.empty(); };
    if (std::none_of(rows.begin(), rows.end(), [&](const auto& of) { return std::any_of(of.begin(), of.end(), says); }))
        return;
    std::vector<std::pair<std::size_t, Claim>> advised;
    {
        const ClaimReader reader(facts);
        for (std::size_t i = 0; i < rows.size(); ++i)
            for (const auto& a : rows[i])
                for (auto& c : reader.read(a.advised, facts.corners[i].number))
                    if (c.stance != Stance::Other && c.stance != Stance::Negated) advised.emplace_back(i, std::move(c));
    }
    for (const auto& [i, c] : advised) takeAdvice(facts.corners[i].advice, c, facts.corners[i]);
}

ClaimFacts claimFactsOf(const Guide& g, const MeasuredCorners& measured, double lapS, double lengthM) {
    ClaimFacts all;
    if (std::isfinite(lapS) && lapS > 0) all.lapS = lapS;
    if (std::isfinite(lengthM) && lengthM > 0) all.lengthM = lengthM;
    constexpr double kAheadM = 150, kBehindM = 40; // of a corner: what one looks at before it
    for (const auto& c : g.corners) {
        ClaimCorner out;
        out.number = c.number, out.name = c.name, out.kind = c.kind;
        if (measured.sidesKnown) out.direction = name(c.side);
        if (const auto* f = measured.of(c)) out.facts = factsOf(c, *f);
        for (const auto& r : g.references)
            if (const double at = ringPlace(r.atM, c.turnInM, lengthM);
                at > c.startM - kAheadM && at < c.endM + kBehindM)
                out.references.push_back({r.label, r.kind, r.lateralM > 0 ? "left" : "right", at});
        all.corners.push_back(std::move(out));
    }
    std::vector<std::vector<Advice>> rows;
    for (const auto& c : g.corners) rows.push_back(adviceOn(c, g.edition.variant, conditionsIn(g)));
    takeAdvice(all, rows);
    return all;
}

} // namespace hl

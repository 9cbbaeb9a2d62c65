// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/claims_json.h"

#include "core/units/numbers.h"
#include "store/json_view.h"

#include <cmath>

namespace hl {
namespace {

using json = nlohmann::ordered_json;
using Ordered = nlohmann::ordered_json;

constexpr const char* kNumbers[] = {"brake_onset_m", "brake_peak_pct", "brake_release_m",   "trail_m",
                                    "min_speed_kmh", "min_speed_m",    "min_gear",          "turn_in_m",
                                    "apex_m",        "entry_gear",     "throttle_pickup_m", "full_throttle_m",
                                    "exit_gear",     "coast_s",        "entry_speed_kmh",   "exit_speed_kmh",
                                    "limit_m"};

ClaimSide sideFrom(const JsonView& v, bool facts) {
    ClaimSide s;
    for (const auto* key : kNumbers)
        if (const auto n = v.find(key)) s.numbers[key] = n->number();
    if (const auto why = v.find("unmeasured"))
        for (const auto& [key, reason] : why->raw().items())
            if (reason.is_string()) s.why[key] = reason.get<std::string>();
    if (const auto wide = v.find("uncertainty"))
        for (const auto& [key, value] : wide->raw().items())
            if (value.is_number()) s.uncertainty[key] = value.get<double>();
    if (const auto shifts = v.find("shifts"))
        for (const auto& x : shifts->list()) s.shifts.push_back({x.number("at_m"), x.whole("from"), x.whole("to")});
    if (const auto lifts = v.find("lifts")) {
        s.lifts.emplace();
        for (const auto& x : lifts->list())
            s.lifts->push_back({x.number("start_m"), x.number("end_m"), x.number("low_pct")});
    }
    if (const auto kerbs = v.find("kerbs"))
        for (const auto& x : kerbs->list()) s.kerbs[x.text("side")] = x.text("use");
    if (const auto k = v.find("apex_kind")) s.apexKind = k->text();
    if (const auto k = v.find("brake_shape")) s.brakeShape = k->text();
    if (v.find("double_apex")) s.doubleApex = v.flag("double_apex", false);
    if (v.find("flat")) s.flat = v.flag("flat", false);
    if (facts) {
        const bool peak = s.numbers.count("brake_peak_pct") > 0;
        if (s.numbers.count("brake_onset_m") > 0)
            s.brakes = true;
        else if (peak)
            s.brakes = s.numbers["brake_peak_pct"] > 0;
    }
    return s;
}

Ordered range(const SaidValue& s) {
    if (s.upTo) return Ordered::array({*s.number, *s.upTo});
    if (s.most) return {{"max", *s.number}};
    return *s.number;
}

/// 3 and not 3.0.
Ordered tidy(Ordered j) {
    if (j.is_number_float() && j.get<double>() == std::floor(j.get<double>()) && std::abs(j.get<double>()) < 1e9)
        return static_cast<long>(j.get<double>());
    if (j.is_structured())
        for (auto& x : j) x = tidy(x);
    if (j.is_number_float()) return rounded(j.get<double>(), 4);
    return j;
}

Ordered saidJson(const Claim& c) {
    const auto& s = c.said;
    switch (c.kind) {
    case ClaimKind::Gear:
        if (s.down) return {{"down", *s.down}};
        if (s.relative) return {{"relative", *s.relative}};
        return *s.number;
    case ClaimKind::Distance: {
        if (s.otherRef) return {{"between", {s.ref ? Ordered(*s.ref) : Ordered(), *s.otherRef}}};
        Ordered j;
        j["ref"] = s.ref ? Ordered(*s.ref) : Ordered();
        j["offset"] = range(s);
        return j;
    }
    case ClaimKind::Kerb: return {{"side", s.side}, {"use", s.use}};
    case ClaimKind::Power: return {{"what", s.what}, {"rel", s.rel}, {"to", s.to}};
    case ClaimKind::Compare: {
        Ordered j = {{"what", s.what}, {"op", s.op}};
        if (s.corner) j["corner"] = *s.corner;
        if (s.diff) j["diff"] = *s.diff;
        return j;
    }
    default: return s.number ? range(s) : Ordered(s.word);
    }
}

} // namespace

Result<ClaimFacts> claimFactsFrom(const json& j) {
    std::optional<Error> wrong;
    const JsonView v(j, "", wrong);
    ClaimFacts f;
    if (const auto track = v.find("track"))
        if (const auto length = track->find("length_m")) f.lengthM = length->number();
    if (const auto lap = v.find("lap")) {
        if (const auto time = lap->find("time_s")) f.lapS = time->number();
        if (const auto next = lap->find("to_next_corner_s"))
            for (const auto& [number, s] : next->raw().items())
                if (s.is_number()) f.toNextS[std::atoi(number.c_str())] = s.get<double>();
    }
    for (const auto& c : v.at("corners").list()) {
        ClaimCorner corner;
        corner.number = c.whole("number");
        if (const auto name = c.find("name")) corner.name = name->text();
        if (const auto side = c.find("direction")) corner.direction = side->text();
        if (const auto kind = c.find("kind")) corner.kind = kind->text();
        if (const auto facts = c.find("facts")) corner.facts = sideFrom(*facts, true);
        if (const auto advice = c.find("advice")) corner.advice = sideFrom(*advice, false);
        if (const auto references = c.find("references"))
            for (const auto& r : references->list()) {
                ClaimReference one{r.text("name"), "", "", r.number("at_m")};
                if (const auto kind = r.find("kind")) one.kind = kind->text();
                if (const auto side = r.find("side")) one.side = side->text();
                corner.references.push_back(std::move(one));
            }
        f.corners.push_back(std::move(corner));
    }
    if (wrong) {
        wrong->id = "claims.bad-facts";
        return *wrong;
    }
    return f;
}

Ordered toJson(const Claim& c) {
    Ordered j = {{"kind", key(c.kind)},    {"said", tidy(saidJson(c))}, {"unit", c.unit},
                 {"span", {c.from, c.to}}, {"stance", key(c.stance)},   {"verdict", key(c.verdict)}};
    if (!c.fact.empty()) j["fact"] = c.fact;
    if (c.stance != Stance::Other)
        j["against"] = c.stance == Stance::Advised || c.stance == Stance::Negated ? "advice" : "facts";
    if (c.nearly) j["approx"] = true;
    if (!c.alsoAs.empty()) {
        j["stance_also"] = Ordered::array();
        for (const auto s : c.alsoAs) j["stance_also"].push_back(key(s));
    }
    j["measured"] = c.measured;
    return j;
}

} // namespace hl

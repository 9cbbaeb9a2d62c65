// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/facts_json.h"

#include "core/units/numbers.h"

namespace hl {
namespace {

using json = nlohmann::ordered_json;

json number(const std::optional<Measured>& m, double factor, int decimals) {
    return m ? json(rounded(m->value * factor, decimals)) : json(nullptr);
}

} // namespace

json factsToJson(const CornerFacts& f) {
    json j;
    j["brake_onset_m"] = number(f.brakeOnsetM, 1, 2);
    j["brake_peak_pct"] = number(f.brakePeak, 100, 1);
    j["brake_release_m"] = number(f.brakeReleaseM, 1, 2);
    j["trail_m"] = number(f.trailM, 1, 2);
    j["min_speed_kmh"] = number(f.minSpeed, 3.6, 2);
    j["min_speed_m"] = number(f.minSpeedM, 1, 2);
    j["min_gear"] = f.minGear ? json(*f.minGear) : json(nullptr);
    j["entry_gear"] = f.entryGear ? json(*f.entryGear) : json(nullptr);
    j["shifts"] = json::array();
    for (const auto& s : f.shifts) {
        json shift = {{"at_m", rounded(s.atM, 2)}, {"from", s.from}, {"to", s.to}};
        if (s.rpmBefore > 0) shift["rpm_before"] = rounded(s.rpmBefore, 0), shift["rpm_after"] = rounded(s.rpmAfter, 0);
        j["shifts"].push_back(std::move(shift));
    }
    if (f.unmeasured.contains("shifts")) j["shifts"] = nullptr;
    j["throttle_pickup_m"] = number(f.throttlePickupM, 1, 2);
    j["full_throttle_m"] = number(f.fullThrottleM, 1, 2);
    j["lifts"] = json::array();
    for (const auto& l : f.lifts)
        j["lifts"].push_back(
            {{"start_m", rounded(l.fromM, 2)}, {"end_m", rounded(l.toM, 2)}, {"low_pct", rounded(100 * l.low, 1)}});
    if (f.unmeasured.contains("lifts")) j["lifts"] = nullptr;
    j["entry_speed_kmh"] = number(f.entrySpeed, 3.6, 2);
    j["exit_speed_kmh"] = number(f.exitSpeed, 3.6, 2);
    j["apex_lateral_m"] = number(f.apexLateralM, 1, 2);
    const auto word = [](const std::string& w) { return w.empty() ? json(nullptr) : json(w); };
    const auto whole = [](const std::optional<int>& n) { return n ? json(*n) : json(nullptr); };
    j["brake_shape"] = word(f.brakeShape);
    j["brake_to_peak_s"] = number(f.brakeToPeakS, 1, 3);
    j["brake_half_m"] = number(f.brakeHalfM, 1, 2);
    j["deceleration_g"] = number(f.deceleration, 1 / kGravity, 3);
    j["trail_share_pct"] = number(f.trailShare, 100, 0);
    j["limiter_s"] = number(f.limiterS, 1, 3);
    j["coast_s"] = number(f.coastS, 1, 3);
    j["rpm_one_gear_lower"] = whole(f.gearLowerRpm);
    j["rpm_one_gear_higher"] = whole(f.gearHigherRpm);
    j["plateaus"] = json::array();
    for (const auto& p : f.plateaus)
        j["plateaus"].push_back(
            {{"start_m", rounded(p.fromM, 2)}, {"end_m", rounded(p.toM, 2)}, {"level_pct", rounded(100 * p.low, 1)}});
    j["apex_kind"] = word(f.apexKind);
    j["brake_lateral_m"] = number(f.brakeLateralM, 1, 2);
    j["turn_in_lateral_m"] = number(f.entryLateralM, 1, 2);
    j["exit_lateral_m"] = number(f.exitLateralM, 1, 2);
    j["driven_beyond_centre_m"] = number(f.drivenM, 1, 2);
    j["straight_end_kmh"] = number(f.straightEndSpeed, 3.6, 2);
    j["counter_steer_s"] = number(f.counterSteerS, 1, 3);
    j["uncertainty"] = json::object();
    const auto vague = [&](const char* key, const std::optional<Measured>& m, double factor) {
        if (m) j["uncertainty"][key] = rounded(m->uncertainty * factor, 2);
    };
    vague("brake_onset_m", f.brakeOnsetM, 1), vague("brake_release_m", f.brakeReleaseM, 1),
        vague("min_speed_m", f.minSpeedM, 1);
    vague("throttle_pickup_m", f.throttlePickupM, 1), vague("min_speed_kmh", f.minSpeed, 3.6);
    j["unmeasured"] = json::object();
    for (const auto& [key, reason] : f.unmeasured) j["unmeasured"][key] = reason;
    return j;
}

json spreadToJson(const std::vector<CornerFacts>& laps) {
    struct Row {
        const char* key;
        Fact fact;
        double factor;
    };
    constexpr Row kRows[] = {
        {"brake_onset_m", &CornerFacts::brakeOnsetM, 1},          {"brake_peak_pct", &CornerFacts::brakePeak, 100},
        {"brake_release_m", &CornerFacts::brakeReleaseM, 1},      {"trail_m", &CornerFacts::trailM, 1},
        {"min_speed_kmh", &CornerFacts::minSpeed, 3.6},           {"min_speed_m", &CornerFacts::minSpeedM, 1},
        {"throttle_pickup_m", &CornerFacts::throttlePickupM, 1},  {"full_throttle_m", &CornerFacts::fullThrottleM, 1},
        {"entry_speed_kmh", &CornerFacts::entrySpeed, 3.6},       {"exit_speed_kmh", &CornerFacts::exitSpeed, 3.6},
        {"apex_lateral_m", &CornerFacts::apexLateralM, 1},        {"coast_s", &CornerFacts::coastS, 1},
        {"straight_end_kmh", &CornerFacts::straightEndSpeed, 3.6}};
    json j = json::object();
    for (const auto& row : kRows)
        if (const auto s = spreadOf(laps, row.fact))
            j[row.key] = {{"median", rounded(s->median * row.factor, 2)},
                          {"low", rounded(s->low * row.factor, 2)},
                          {"high", rounded(s->high * row.factor, 2)},
                          {"laps", s->laps}};
    return j;
}

} // namespace hl

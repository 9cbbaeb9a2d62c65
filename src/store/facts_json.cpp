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
    for (const auto& s : f.shifts) j["shifts"].push_back({{"at_m", rounded(s.atM, 2)}, {"from", s.from}, {"to", s.to}});
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

} // namespace hl

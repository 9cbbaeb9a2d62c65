// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/facts_json.h"

#include "core/units/numbers.h"

#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

/// Every fact that is one number: its key, and how it becomes the key's unit. A new fact of this kind is one line.
struct Row {
    const char* key;
    Fact fact;
    double factor;
    int decimals;
};
constexpr double kDegrees = 180 / kPi;
constexpr Row kRows[] = {{"brake_onset_m", &CornerFacts::brakeOnsetM, 1, 2},
                         {"brake_peak_pct", &CornerFacts::brakePeak, 100, 1},
                         {"brake_release_m", &CornerFacts::brakeReleaseM, 1, 2},
                         {"trail_m", &CornerFacts::trailM, 1, 2},
                         {"min_speed_kmh", &CornerFacts::minSpeed, 3.6, 2},
                         {"min_speed_m", &CornerFacts::minSpeedM, 1, 2},
                         {"throttle_pickup_m", &CornerFacts::throttlePickupM, 1, 2},
                         {"full_throttle_m", &CornerFacts::fullThrottleM, 1, 2},
                         {"entry_speed_kmh", &CornerFacts::entrySpeed, 3.6, 2},
                         {"exit_speed_kmh", &CornerFacts::exitSpeed, 3.6, 2},
                         {"straight_end_kmh", &CornerFacts::straightEndSpeed, 3.6, 2},
                         {"brake_to_peak_s", &CornerFacts::brakeToPeakS, 1, 3},
                         {"brake_half_m", &CornerFacts::brakeHalfM, 1, 2},
                         {"deceleration_g", &CornerFacts::deceleration, 1 / kGravity, 3},
                         {"trail_share_pct", &CornerFacts::trailShare, 100, 0},
                         {"coast_s", &CornerFacts::coastS, 1, 3},
                         {"limiter_s", &CornerFacts::limiterS, 1, 3},
                         {"steer_onset_m", &CornerFacts::steerOnsetM, 1, 2},
                         {"counter_steer_s", &CornerFacts::counterSteerS, 1, 3},
                         {"slip_deg", &CornerFacts::slipRad, kDegrees, 1},
                         {"brake_lateral_m", &CornerFacts::brakeLateralM, 1, 2},
                         {"turn_in_lateral_m", &CornerFacts::entryLateralM, 1, 2},
                         {"apex_lateral_m", &CornerFacts::apexLateralM, 1, 2},
                         {"exit_lateral_m", &CornerFacts::exitLateralM, 1, 2},
                         {"limit_m", &CornerFacts::limitM, 1, 2},
                         {"driven_beyond_centre_m", &CornerFacts::drivenM, 1, 2}};

json shiftsJson(const CornerFacts& f) {
    if (f.unmeasured.contains("shifts")) return nullptr;
    json list = json::array();
    for (const auto& s : f.shifts) {
        json shift = {{"at_m", rounded(s.atM, 2)}, {"from", s.from}, {"to", s.to}};
        if (s.rpmBefore > 0) shift["rpm_before"] = rounded(s.rpmBefore, 0), shift["rpm_after"] = rounded(s.rpmAfter, 0);
        list.push_back(std::move(shift));
    }
    return list;
}

json stretches(const std::vector<Lift>& lifts, const char* levelKey, double factor) {
    json list = json::array();
    for (const auto& l : lifts)
        list.push_back(
            {{"start_m", rounded(l.fromM, 2)}, {"end_m", rounded(l.toM, 2)}, {levelKey, rounded(factor * l.low, 1)}});
    return list;
}

json wheelsJson(const CornerFacts& f) {
    if (f.unmeasured.contains("wheels_over")) return nullptr;
    json list = json::array();
    for (const auto& w : f.wheelsOver)
        list.push_back({{"wheels", w.leftWheels ? "left" : "right"},
                        {"edge", w.leftEdge ? "left" : "right"},
                        {"start_m", rounded(w.fromM, 2)},
                        {"end_m", rounded(w.toM, 2)},
                        {"most_m", rounded(w.mostM, 2)},
                        {"kerb", w.kerb},
                        {"jolted", w.jolted}});
    return list;
}

} // namespace

json factsToJson(const CornerFacts& f) {
    const auto word = [](const std::string& w) { return w.empty() ? json(nullptr) : json(w); };
    const auto whole = [](const std::optional<int>& n) { return n ? json(*n) : json(nullptr); };
    json j, within = json::object();
    for (const auto& row : kRows) {
        const auto& m = f.*row.fact;
        j[row.key] = m ? json(rounded(m->value * row.factor, row.decimals)) : json(nullptr);
        if (m) within[row.key] = rounded(std::abs(m->uncertainty * row.factor), std::max(2, row.decimals));
    }
    j["min_gear"] = whole(f.minGear), j["entry_gear"] = whole(f.entryGear);
    j["rpm_one_gear_lower"] = whole(f.gearLowerRpm), j["rpm_one_gear_higher"] = whole(f.gearHigherRpm);
    j["brake_shape"] = word(f.brakeShape), j["apex_kind"] = word(f.apexKind);
    j["shifts"] = shiftsJson(f);
    j["lifts"] = f.unmeasured.contains("lifts") ? json(nullptr) : stretches(f.lifts, "low_pct", 100);
    j["plateaus"] = stretches(f.plateaus, "level_pct", 100);
    j["wheels_over"] = wheelsJson(f);
    j["jolts"] = f.unmeasured.contains("jolts") ? json(nullptr) : stretches(f.jolts, "times_usual", 1);
    j["uncertainty"] = within;
    j["unmeasured"] = json::object();
    for (const auto& [key, reason] : f.unmeasured) j["unmeasured"][key] = reason;
    for (const auto& [key, value] : j.items()) // whatever is null has its reason
        if (value.is_null() && !f.unmeasured.contains(key)) j["unmeasured"][key] = "this lap does not show it here";
    return j;
}

json spreadToJson(const std::vector<CornerFacts>& laps) {
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

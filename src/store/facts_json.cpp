// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/facts_json.h"

#include "core/units/numbers.h"

#include <nlohmann/json.hpp>

namespace hl {
namespace {

using json = nlohmann::ordered_json;

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
    for (const auto& entry : factTable()) {
        const auto& m = f.*entry.fact;
        const std::string key(entry.key);
        const double factor = factorOf(entry.unit);
        j[key] = m ? json(rounded(m->value * factor, entry.decimals)) : json(nullptr);
        if (m) within[key] = rounded(std::abs(m->uncertainty * factor), std::max(2, entry.decimals));
    }
    j["min_gear"] = whole(f.minGear), j["entry_gear"] = whole(f.entryGear);
    j["rpm_one_gear_lower"] = whole(f.gearLowerRpm), j["rpm_one_gear_higher"] = whole(f.gearHigherRpm);
    j["brake_shape"] = word(f.brakeShape), j["apex_kind"] = word(f.apexKind);
    j["shifts"] = shiftsJson(f);
    j["lifts"] = f.unmeasured.contains("lifts") ? json(nullptr) : stretches(f.lifts, "low_pct", 100);
    j["brake_held"] = f.unmeasured.contains("brake_held") ? json(nullptr) : stretches(f.brakeHeld, "level_pct", 100);
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
    for (const auto& entry : factTable()) {
        const double factor = factorOf(entry.unit);
        if (const auto s = spreadOf(laps, entry.fact))
            j[std::string(entry.key)] = {{"median", rounded(s->median * factor, 2)},
                                         {"low", rounded(s->low * factor, 2)},
                                         {"high", rounded(s->high * factor, 2)},
                                         {"laps", s->laps}};
    }
    return j;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/units/figures.h"
#include "core/words/draft.h"

#include <algorithm>

namespace hl {
namespace {

/// "two wheels right, 953 to 968 m": what was over which edge, in the order of the road.
std::string kerbText(const CornerFacts& f) {
    std::string text;
    for (const auto& w : f.wheelsOver) {
        const bool inner = w.leftWheels == w.leftEdge; // the wheels next to that edge
        if (!inner) continue;
        const bool all = std::any_of(f.wheelsOver.begin(), f.wheelsOver.end(), [&](const WheelsOver& o) {
            return o.leftEdge == w.leftEdge && o.leftWheels != w.leftWheels && o.fromM < w.toM && o.toM > w.fromM;
        });
        text += (text.empty() ? "" : "; ") + std::string(all ? "all wheels" : "two wheels") + " " +
                (w.leftEdge ? "left" : "right") + ", " + figure(w.fromM) + " to " + figure(w.toM) + " m" +
                (w.jolted ? ", bumpy" : "");
    }
    if (!text.empty()) return text;
    if (!f.unmeasured.contains("wheels_over")) return "not touched";
    for (const auto& j : f.jolts) text += (text.empty() ? "shaken at " : ", ") + figure(j.fromM);
    return text.empty() ? "" : text + " m";
}

/// ", held at 42 %": the levels below the peak at which the foot rests.
std::string heldText(const CornerFacts& f) {
    constexpr double kBelow = 0.08; // of the pedal
    std::string text;
    for (const auto& h : f.brakeHeld)
        if (f.brakePeak && h.low < f.brakePeak->value - kBelow)
            text += (text.empty() ? ", held at " : " and ") + percentText(h.low);
    return text;
}

std::string limitText(const CornerFacts& f) {
    if (!f.limitM) return "";
    const auto text = figure(std::abs(f.limitM->value), 1) + " m";
    return f.limitM->value >= 0 ? text + " to spare" : "beyond by " + text;
}

} // namespace

std::string drivenText(Topic topic, const GuideCorner& c, const CornerFacts& f, SpeedUnit unit) {
    const auto why = [&](const char* key) { return f.unmeasured.contains(key) ? f.unmeasured.at(key) : std::string(); };
    const auto gears = [&] {
        std::string s;
        for (const auto& x : f.shifts)
            if (x.to < x.from) s += (s.empty() ? "down to " : ", ") + std::to_string(x.to) + " at " + figure(x.atM);
        if (!s.empty()) s += " m";
        return s.empty() && f.minGear ? "stays in " + std::to_string(*f.minGear) : s;
    };
    switch (topic) {
    case Topic::Approach:
        return (f.entryGear ? ordinal(*f.entryGear) + " gear, " : "") +
               (f.entrySpeed ? speedText(f.entrySpeed->value, unit) : "");
    case Topic::Brake:
        if (!f.brakeOnsetM) return why("brake_onset_m");
        return figure(f.brakeOnsetM->value) + " m" + (f.brakePeak ? ", peak " + percentText(f.brakePeak->value) : "") +
               heldText(f) + (f.brakeReleaseM ? ", off at " + figure(f.brakeReleaseM->value) + " m" : "") +
               (f.brakeShape.empty() ? "" : ", " + f.brakeShape);
    case Topic::Gears: return f.minGear ? gears() : "not in the log";
    case Topic::TurnIn:
        return figure(c.turnInM) + " m" + (f.trailM ? ", trails " + figure(f.trailM->value) + " m" : "");
    case Topic::Apex: return figure(c.apexM) + " m" + (f.apexKind.empty() ? "" : ", " + f.apexKind);
    case Topic::Slowest:
        return !f.minSpeed
                   ? ""
                   : speedText(f.minSpeed->value, unit) + (f.minSpeedM ? " at " + metresText(f.minSpeedM->value) : "");
    case Topic::Power:
        if (!f.throttlePickupM) return why("throttle_pickup_m");
        return "first " + figure(f.throttlePickupM->value) + " m" +
               (f.fullThrottleM ? ", full " + figure(f.fullThrottleM->value) + " m" : ", not full here") +
               (f.lifts.empty() ? "" : ", lifts at " + figure(f.lifts[0].fromM) + " m");
    case Topic::Exit: return f.exitSpeed ? speedText(f.exitSpeed->value, unit) : "";
    case Topic::Kerb: return kerbText(f);
    case Topic::Limits: return limitText(f);
    default: return "";
    }
}

} // namespace hl

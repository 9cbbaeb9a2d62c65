// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>
#include <iterator>

namespace hl {
namespace {

constexpr Rule kRules[] = {pedalsOnAndOff, slowedTooMuch,    earlyApex,  powerThenLift,
                           powerAsSwitch,  counterSteer,     longCoast,  brakingGivenAway,
                           brakeInSteps,   limiterAndShifts, roadUnused, overTheEdge};

/// The same slip under two names: the one that says more stays.
void tellOnce(std::vector<Fault>& ofCorner) {
    const auto has = [&](const char* kind) {
        return std::find_if(ofCorner.begin(), ofCorner.end(), [&](const Fault& f) { return f.kind == kind; });
    };
    const bool feet = has("pedals-on-and-off") != ofCorner.end() || has("power-as-switch") != ofCorner.end();
    const auto slowed = has("slowed-too-much");
    const double slowest = slowed == ofCorner.end() ? -1e9 : slowed->atM;
    constexpr double kNearM = 25;
    std::erase_if(ofCorner, [&](const Fault& f) {
        const bool lift = feet && f.kind == "power-then-lift";
        const bool coast = f.kind == "long-coast" && f.atM < slowest + kNearM && f.toM > slowest - kNearM;
        return lift || coast;
    });
}

} // namespace

SampleRange samplesIn(const LapTrace& lap, double fromM, double toM) {
    const auto a = static_cast<std::size_t>(std::lower_bound(lap.s.begin(), lap.s.end(), fromM) - lap.s.begin());
    const auto b = static_cast<std::size_t>(std::lower_bound(lap.s.begin(), lap.s.end(), toM) - lap.s.begin());
    return {a, std::max(a, b)};
}

double exitCost(const JudgedCorner& j, double lostMps) {
    return j.worth ? std::max(0.0, kmh(lostMps) * j.worth->perKmhS) : 0;
}

std::vector<Fault> judgeLap(const LapTrace& lap, const std::vector<Corner>& corners,
                            const std::vector<CornerFacts>& facts, const CarAbility& car, const Track* track,
                            double carWidthM) {
    std::vector<Fault> all;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const auto straight = straightAfter(corners, facts, i, lap.lengthM);
        const auto& next = facts[(i + 1) % corners.size()];
        const auto worth = exitWorth(car, sampleAt(lap.s, lap.v, straight.fromM), straight.fromM, straight.toM,
                                     next.minSpeed ? next.minSpeed->value : 0);
        const JudgedCorner j{
            lap, corners[i], facts[i], car, worth, track && !track->edgesAssumed ? track : nullptr, carWidthM};
        std::vector<Fault> here;
        for (const Rule rule : kRules)
            for (auto& f : rule(j)) {
                f.corner = corners[i].id;
                here.push_back(std::move(f));
            }
        tellOnce(here);
        all.insert(all.end(), std::make_move_iterator(here.begin()), std::make_move_iterator(here.end()));
    }
    std::stable_sort(all.begin(), all.end(), [](const Fault& a, const Fault& b) { return a.costS > b.costS; });
    return all;
}

} // namespace hl

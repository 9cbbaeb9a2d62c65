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

/// One of a kind, with how often; the dearest says where and how.
std::vector<Fault> gathered(std::vector<Fault> ofCorner) {
    std::vector<Fault> out;
    for (auto& f : ofCorner) {
        const auto same = std::find_if(out.begin(), out.end(), [&](const Fault& o) { return o.kind == f.kind; });
        if (same == out.end()) {
            out.push_back(std::move(f));
            continue;
        }
        const double cost = same->costS + f.costS;
        const int times = same->times + 1;
        if (f.costS > same->costS) *same = std::move(f);
        same->costS = cost, same->times = times;
    }
    for (auto& f : out)
        if (f.times > 1) f.evidence += "; " + std::to_string(f.times) + " times in this corner";
    return out;
}

} // namespace

std::vector<Fault> withoutHisWay(std::vector<Fault> faults, const std::vector<Corner>& corners,
                                 const std::vector<double>& ownS, const std::vector<GoodLap>& others) {
    constexpr double kAsQuickS = 0.03;
    std::erase_if(faults, [&](const Fault& f) {
        const auto at = static_cast<std::size_t>(
            std::find_if(corners.begin(), corners.end(), [&](auto& c) { return c.id == f.corner; }) - corners.begin());
        if (at >= corners.size() || f.kind == "over-the-limit") return false; // a limit stays one on every lap
        std::size_t asQuick = 0, alike = 0;
        for (const auto& o : others) {
            if (o.cornerS[at] > ownS[at] + kAsQuickS) continue;
            ++asQuick;
            alike += std::any_of(o.faults.begin(), o.faults.end(), [&](const Fault& x) {
                return x.corner == f.corner && x.kind == f.kind && x.costS * judge::kBeside >= f.costS;
            });
        }
        return asQuick >= 2 && 3 * alike >= 2 * asQuick;
    });
    return faults;
}

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
        const JudgedCorner j{lap,       corners[i],
                             facts[i],  car,
                             worth,     track && !track->edgesAssumed ? track : nullptr,
                             carWidthM, corners.size() > 1 ? &corners[(i + 1) % corners.size()] : nullptr};
        std::vector<Fault> here;
        for (const Rule rule : kRules)
            for (auto& f : rule(j)) {
                f.corner = corners[i].id;
                here.push_back(std::move(f));
            }
        tellOnce(here);
        here = gathered(std::move(here));
        all.insert(all.end(), std::make_move_iterator(here.begin()), std::make_move_iterator(here.end()));
    }
    std::stable_sort(all.begin(), all.end(), [](const Fault& a, const Fault& b) { return a.costS > b.costS; });
    return all;
}

} // namespace hl

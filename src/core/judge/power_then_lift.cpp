// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

std::vector<Fault> powerThenLift(const JudgedCorner& j) {
    std::vector<Fault> out;
    const auto& t = j.lap;
    for (const auto& lift : j.facts.lifts) {
        const double before = sampleAt(t.s, t.throttle, lift.fromM), drop = before - lift.low;
        if (drop < judge::kLiftDrop) continue;
        // Before the slowest point it is no exit yet: a stab that settles or turns the car.
        if (j.facts.minSpeedM && lift.fromM < j.facts.minSpeedM->value) continue;
        const double v = sampleAt(t.s, t.v, lift.fromM),
                     lasted = sampleAt(t.s, t.t, lift.toM) - sampleAt(t.s, t.t, lift.fromM);
        const double pull = j.car.pull.at(v), lost = pull > 0 ? 0.5 * drop * pull * lasted : 0;
        out.push_back({"power-then-lift",
                       {},
                       lift.fromM,
                       std::max(0.01, exitCost(j, lost)),
                       "from " + figure(100 * before, 0) + " % power down to " + figure(100 * lift.low, 0) + " % at " +
                           metresText(lift.fromM) + ": asked for too soon"});
    }
    return out;
}

} // namespace hl

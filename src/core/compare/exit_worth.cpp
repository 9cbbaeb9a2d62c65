// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/compare/exit_worth.h"

#include <algorithm>

namespace hl {
namespace {

struct Run {
    double timeS = 0, speed = 0;
};

/// v dv/ds = a(v), by metres (midpoint rule).
Run drivenOn(const SpeedCurve& pull, double v, double lengthM) {
    Run r{0, v};
    for (double s = 0; s < lengthM; s += 1) {
        const double step = std::min(1.0, lengthM - s),
                     middle = std::sqrt(std::max(1.0, r.speed * r.speed + pull.at(r.speed) * step));
        const double next = std::sqrt(std::max(1.0, r.speed * r.speed + 2 * pull.at(middle) * step));
        r.timeS += step / std::max(1.0, (r.speed + next) / 2);
        r.speed = next;
    }
    return r;
}

} // namespace

std::optional<ExitWorth> exitWorth(const CarAbility& car, double fromSpeed, double fromM, double toM,
                                   double nextSlowest) {
    if (car.pull.value.size() < 2 || toM - fromM < 30 || !(fromSpeed > 3)) return std::nullopt;
    const auto plain = drivenOn(car.pull, fromSpeed, toM - fromM),
               quicker = drivenOn(car.pull, fromSpeed + 1 / 3.6, toM - fromM);
    // a metre later (and as much harder): one metre at full speed instead of at the mean of the braking
    const double later =
        nextSlowest > 3 && nextSlowest < plain.speed ? 2 / (plain.speed + nextSlowest) - 1 / plain.speed : 0;
    return ExitWorth{plain.timeS - quicker.timeS, toM - fromM, later};
}

Straight straightAfter(const std::vector<Corner>& corners, const std::vector<CornerFacts>& facts, std::size_t i,
                       double lengthM) {
    const auto& f = facts[i];
    const double from = f.fullThrottleM ? f.fullThrottleM->value : corners[i].endM;
    const bool last = i + 1 == corners.size();
    const std::size_t n = last ? 0 : i + 1;
    const double next = facts[n].brakeOnsetM ? facts[n].brakeOnsetM->value : corners[n].turnInM;
    return {from, next + (last ? lengthM : 0)};
}

} // namespace hl

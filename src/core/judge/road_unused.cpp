// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/judge/rules.h"

#include <algorithm>

namespace hl {

namespace {

/// The next corner goes the other way and comes soon: who runs out to the edge here is on the wrong side there.
bool givesUpItsExit(const JudgedCorner& j) {
    if (!j.next || j.next->side == j.corner.side) return false;
    const double turnIn = j.next->turnInM + (j.next->turnInM < j.corner.apexM ? j.lap.lengthM : 0);
    return sampleAt(j.lap.s, j.lap.t, turnIn) - sampleAt(j.lap.s, j.lap.t, j.corner.endM) < judge::kSoonS;
}

} // namespace

std::vector<Fault> roadUnused(const JudgedCorner& j) {
    const auto& t = j.lap;
    if (!j.track || t.lateral.empty() || !j.facts.minSpeed || j.corner.minRadiusM > 200 || j.corner.complex != 0)
        return {};
    if (givesUpItsExit(j)) return {};
    // The outside of a left-hander is on the right. The widest place of the exit counts, up to a good way after it.
    const double outside = j.corner.side == Side::Left ? -1 : 1;
    const double until = std::max(j.corner.endM, j.corner.apexM + 1.2 * j.corner.minRadiusM) + 40;
    const auto [a, b] = samplesIn(t, j.corner.apexM, until);
    double least = 1e9, where = 0;
    for (auto i = a; i < b; ++i) {
        const auto frame = frameAt(*j.track, t.s[i]);
        const double room = (outside > 0 ? frame.left - t.lateral[i] : frame.right + t.lateral[i]) - j.carWidthM / 2;
        if (room < least) least = room, where = t.s[i];
    }
    if (a >= b || least < judge::kRoadUnusedM) return {};
    const double radius = std::max(8.0, j.corner.minRadiusM), gain = std::sqrt((radius + least) / radius) - 1;
    return {{"road-unused",
             {},
             where,
             exitCost(j, gain * j.facts.minSpeed->value),
             figure(least, 1) + " m of road left beside the car at the exit"}};
}

} // namespace hl

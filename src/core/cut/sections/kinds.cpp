// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sections/kinds.h"

namespace hl {

const std::vector<SectionPlan>& sectionPlans() {
    using enum SectionKind;
    static const std::vector<SectionPlan> plans = {
        {Card, buildCard},
        {Conditions, buildConditions},
        {Setup, buildSetup},
        {Lap, buildLap},
        {WalkThrough, buildWalkThrough},
        {Detail, buildDetail},
        {Run, buildRun},
        {Above, buildAbove},
        {Faults, buildFaults},
        {Outside, buildOutside},
        {TwoLaps, buildTwoLaps},
        {OtherLap, buildOtherLap},
        {Recap, buildRecap},
        {Close, buildClose},
    };
    return plans;
}

} // namespace hl

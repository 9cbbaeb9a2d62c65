// SPDX-License-Identifier: GPL-3.0-or-later
// The guide's lap and the one it is held against in one picture, at half speed in a corner; without another lap
// there is none.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/planning.h"

namespace hl {

void buildTwoLaps(const Planning& p, const Group& group, SectionBuilder& out) {
    if (!p.guide.showings.over.any()) return;
    if (group.empty())
        out.play(p.film(0), p.film(p.lapEndM()), 1, "both laps");
    else
        out.play(p.film(group.front()->startM), p.film(group.back()->endM), 0.5, "both laps, at half speed");
}

} // namespace hl

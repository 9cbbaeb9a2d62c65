// SPDX-License-Identifier: GPL-3.0-or-later
// A corner, or the lap, in a film from outside; a guide without such a film has none.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/planning.h"

namespace hl {

void buildOutside(const Planning& p, const Group& group, SectionBuilder& out) {
    if (!outsideFilm(p.guide)) return;
    if (group.empty())
        out.play(p.film(0), p.film(p.lapEndM()), 1, "the lap from outside");
    else
        out.play(p.film(group.front()->startM), p.film(group.back()->endM), 1, "the corner from outside");
}

} // namespace hl

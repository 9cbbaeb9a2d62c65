// SPDX-License-Identifier: GPL-3.0-or-later
// The lap uninterrupted, without a word.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/planning.h"

namespace hl {

void buildLap(const Planning& p, const Group&, SectionBuilder& out) {
    out.play(p.film(0), p.film(p.lapEndM()), 1, "the lap uninterrupted");
}

} // namespace hl

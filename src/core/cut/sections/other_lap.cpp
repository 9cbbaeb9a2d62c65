// SPDX-License-Identifier: GPL-3.0-or-later
// Another lap of the log, told as it went: in traffic, or one that went wrong.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"

namespace hl {

void buildOtherLap(const Planning& p, const Group&, SectionBuilder& out) {
    if (!p.lap) return;
    out.ofLap(p.lap->lap);
    buildPacedLap(p, out);
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What people get wrong in a corner.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"

namespace hl {

void buildFaults(const Planning& p, const Group& group, SectionBuilder& out) {
    buildPaced(Pass::Faults, p, group, false, out);
}

} // namespace hl

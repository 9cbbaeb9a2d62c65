// SPDX-License-Identifier: GPL-3.0-or-later
// A corner pace by pace, as slow as its words need.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"

namespace hl {

void buildWalkThrough(const Planning& p, const Group& group, SectionBuilder& out) {
    buildPaced(Pass::Walk, p, group, true, out);
}

} // namespace hl

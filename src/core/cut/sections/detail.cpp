// SPDX-License-Identifier: GPL-3.0-or-later
// A second and closer look at a corner, where there is something to say in it.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"

namespace hl {

void buildDetail(const Planning& p, const Group& group, SectionBuilder& out) {
    buildPaced(Pass::Detail, p, group, false, out);
}

} // namespace hl

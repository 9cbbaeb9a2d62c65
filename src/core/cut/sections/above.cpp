// SPDX-License-Identifier: GPL-3.0-or-later
// A corner from above, where there is something to say of it.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/paced_section.h"

namespace hl {

void buildAbove(const Planning& p, const Group& group, SectionBuilder& out) {
    buildPaced(Pass::Above, p, group, false, out);
}

} // namespace hl

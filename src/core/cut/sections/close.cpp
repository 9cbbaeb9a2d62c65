// SPDX-License-Identifier: GPL-3.0-or-later
// The closing card.
#include "core/cut/sections/cards.h"
#include "core/cut/sections/kinds.h"

namespace hl {

void buildClose(const Planning& p, const Group&, SectionBuilder& out) {
    buildSpokenCard(p, SectionKind::Close, p.set.closeS, out);
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The opening card.
#include "core/cut/sections/cards.h"
#include "core/cut/sections/kinds.h"

namespace hl {

void buildCard(const Planning& p, const Group&, SectionBuilder& out) {
    buildSpokenCard(p, SectionKind::Card, p.set.cardS, out);
}

} // namespace hl

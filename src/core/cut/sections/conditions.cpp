// SPDX-License-Identifier: GPL-3.0-or-later
// The card of the conditions; a guide that tells none has none.
#include "core/cut/sections/cards.h"
#include "core/cut/sections/kinds.h"

namespace hl {

void buildConditions(const Planning& p, const Group&, SectionBuilder& out) {
    if (!nothingSaid(p.guide.scene.conditions)) buildSpokenCard(p, SectionKind::Conditions, p.set.conditionsS, out);
}

} // namespace hl

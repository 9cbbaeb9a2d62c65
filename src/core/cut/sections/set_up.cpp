// SPDX-License-Identifier: GPL-3.0-or-later
// The set-up, row after row, each for as long as it is spoken of.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/planning.h"

namespace hl {

void buildSetup(const Planning& p, const Group&, SectionBuilder& out) {
    for (const auto& row : p.guide.setup) {
        const auto speech = p.speeches.of(row.id, false);
        if (speech) out.say(speech, out.now());
        out.card(p.behindCards(), speech ? speech->lengthS + p.set.pauseS : p.set.setupRowS, row.id);
    }
}

} // namespace hl

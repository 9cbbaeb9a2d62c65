// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/sections/cards.h"

#include <algorithm>

namespace hl {

void buildSpokenCard(const Planning& p, SectionKind kind, double leastS, SectionBuilder& out) {
    const double start = out.now();
    double free = start;
    if (const auto* words = p.first ? wordsOf(p.guide, kind) : nullptr)
        for (const auto& b : words->beats)
            if (const auto speech = p.speeches.of(b.id, false)) {
                out.say(speech, free);
                free += speech->lengthS + p.set.pauseS;
            }
    out.card(p.behindCards(), std::max(leastS, free - start));
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The lap at full speed with what is to be remembered; without such words there is none.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/running_words.h"

namespace hl {

void buildRecap(const Planning& p, const Group&, SectionBuilder& out) {
    const double from = p.film(0), to = p.film(p.lapEndM());
    RunningWords words(out, from, to);
    bool any = false;
    for (const auto& c : p.guide.corners)
        for (const auto& b : c.beats)
            if (b.pass == Pass::Recap && p.speeches.of(b.id, false))
                any = true, words.call(p.speeches.of(b.id, false), p.film(b.atM), c.id);
    if (any) out.play(from, to, 1, "the lap with what to remember");
}

} // namespace hl

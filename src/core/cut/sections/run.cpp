// SPDX-License-Identifier: GPL-3.0-or-later
// A corner again at full speed, with its cues.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/running_words.h"

namespace hl {

void buildRun(const Planning& p, const Group& group, SectionBuilder& out) {
    const double from = p.film(group.front()->startM), to = p.film(group.back()->endM);
    RunningWords words(out, from, to);
    for (const auto* c : group)
        for (const auto& b : c->beats)
            if (b.pass == Pass::Walk || b.pass == Pass::Run)
                words.call(p.speeches.of(b.id, b.pass == Pass::Walk), p.film(b.atM), c->id);
    out.play(from, to, 1, "again at full speed");
}

} // namespace hl

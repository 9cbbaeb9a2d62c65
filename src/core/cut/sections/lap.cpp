// SPDX-License-Identifier: GPL-3.0-or-later
// The lap uninterrupted: without a word, or with the cues of its corners called out.
#include "core/cut/sections/kinds.h"
#include "core/cut/sections/running_words.h"

namespace hl {

void buildLap(const Planning& p, const Group&, SectionBuilder& out) {
    const double from = p.film(0), to = p.film(p.lapEndM());
    if (p.guide.cutWish.lapCues) {
        constexpr double kSilenceS = 0.5; // between two of them: the car is to be heard
        RunningWords words(out, from, to, 1, kSilenceS);
        for (const auto& c : p.guide.corners)
            for (const auto& b : c.beats)
                if (b.pass == Pass::Walk || b.pass == Pass::Run)
                    words.call(p.speeches.of(b.id, b.pass == Pass::Walk), p.film(b.atM), c.id);
    }
    out.play(from, to, 1, "the lap uninterrupted");
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/look_over.h"

#include "core/words/live_values.h"

namespace hl {

LookedOver lookOver(const Guide& guide, const MeasuredCorners& measured, WholeLap lap, const Cut& cut,
                    const RoadClock& clock, const LabelPlan* labels, const Speeches& speeches) {
    LookedOver out;
    const auto said = asSaid(guide, measured);
    out.claims = std::make_shared<const GuideClaims>(said, measured, lap);
    for (const auto& c : said.corners)
        for (const auto& b : c.beats) out.words[b.id] = {b.words, out.claims->of(b.words, b, c)};
    out.findings = checkGuide(guide, measured, *out.claims);
    for (auto& f : checkCut(said, cut, clock, labels)) out.findings.push_back(std::move(f));
    for (auto& f : unheardWords(speeches, guide)) out.findings.push_back(std::move(f));
    return out;
}

} // namespace hl

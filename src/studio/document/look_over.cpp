// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/document/look_over.h"

#include "core/words/live_values.h"

namespace hl {

LookedOver lookOver(const Guide& guide, const Session& session, const MadeGuide& made) {
    LookedOver out;
    const auto said = asSaid(guide, session.measured);
    out.claims = std::make_shared<const GuideClaims>(said, session.measured, wholeLap(session.trace));
    for (const auto& c : said.corners)
        for (const auto& b : c.beats) out.words[b.id] = {b.words, out.claims->of(b.words, b, c)};
    out.findings = findingsOf(guide, session, made, *out.claims);
    return out;
}

} // namespace hl

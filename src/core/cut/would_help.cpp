// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/would_help.h"

namespace hl {

std::string wouldHelp(const NoRoom& n, const Guide& g) {
    const auto* b = beatWith(g, n.beat);
    std::string text = n.wordsTooMany == 1 ? "one word fewer" : std::to_string(n.wordsTooMany) + " words fewer";
    const bool run = n.section == SectionKind::Run || n.section == SectionKind::Recap || n.section == SectionKind::Lap;
    if (run) {
        const auto* c = b ? cornerOf(g, n.beat) : nullptr;
        text += c && c->beats.size() > 1 ? ", or no cue for the words before it" : ", or an earlier place";
        return text;
    }
    text += ", an earlier place";
    if (g.cutWish.way == Way::Full) return text + ", a cue, or a picture that may be slowed";
    return text + ", or a second look at the corner";
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/check/held_draft.h"

#include <algorithm>

namespace hl {
namespace {

/// Bytes of the sentence that holds a byte of the text, with the blank behind it.
std::pair<std::size_t, std::size_t> sentenceAround(const std::string& text, std::size_t at) {
    const auto ends = [&](std::size_t i) {
        return (text[i] == '.' || text[i] == '!' || text[i] == '?') && (i + 1 == text.size() || text[i + 1] == ' ');
    };
    std::size_t from = at, to = at;
    while (from > 0 && !ends(from - 1)) --from;
    while (from < at && text[from] == ' ') ++from;
    while (to < text.size() && !ends(to)) ++to;
    to = std::min(text.size(), to + 1);
    while (to < text.size() && text[to] == ' ') ++to;
    return {from, to};
}

/// The text without what differs; read again after each cut, for a claim may have leaned on another.
std::string held(std::string text, const GuideClaims& claims, const Beat& beat, const GuideCorner& corner) {
    for (bool again = true; again && !text.empty();) {
        again = false;
        for (const auto& read : claims.of(text, beat, corner)) {
            if (!read.differs()) continue;
            const auto at =
                static_cast<std::size_t>(codePoints(text, read.claim.from, read.claim.to).data() - text.data());
            const auto [from, to] = sentenceAround(text, at);
            text.erase(from, to - from);
            again = true;
            break;
        }
    }
    while (!text.empty() && text.back() == ' ') text.pop_back();
    return text;
}

} // namespace

Guide withoutContradictions(Guide g, const MeasuredCorners& measured, WholeLap lap) {
    const GuideClaims claims(g, measured, lap);
    for (auto& c : g.corners) {
        for (auto& b : c.beats) b.words = held(b.words, claims, b, c), b.cue = held(b.cue, claims, b, c);
        std::erase_if(c.beats, [](const Beat& b) { return b.words.empty() && b.takes.empty(); });
    }
    return g;
}

Guide heldDraft(Guide guide, const DraftMaterial& m) {
    auto draft = withDraft(std::move(guide), m);
    const MeasuredCorners measured{cornersOf(draft), m.facts, m.sidesKnown};
    return withoutContradictions(std::move(draft), measured, wholeLap(m.trace));
}

} // namespace hl

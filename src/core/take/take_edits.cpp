// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/take_edits.h"

#include <algorithm>

namespace hl {
namespace {

/// Spans that touch are one.
void addCut(Take& take, CutOut cut) {
    cut.fromS = std::clamp(cut.fromS, take.fromS, take.toS), cut.toS = std::clamp(cut.toS, take.fromS, take.toS);
    if (cut.toS <= cut.fromS) return;
    take.cuts.push_back(cut);
    std::sort(take.cuts.begin(), take.cuts.end(), [](auto& a, auto& b) { return a.fromS < b.fromS; });
    std::vector<CutOut> merged;
    for (const auto& c : take.cuts) {
        if (!merged.empty() && c.fromS <= merged.back().toS)
            merged.back().toS = std::max(merged.back().toS, c.toS);
        else
            merged.push_back(c);
    }
    take.cuts = std::move(merged);
}

} // namespace

Guide withTake(Guide g, BeatId id, Take take) {
    if (auto* b = beatWith(g, id)) {
        b->takes.insert(b->takes.begin(), std::move(take));
        if (b->takes.size() > kTakesKept) b->takes.resize(kTakesKept);
    }
    return g;
}

Guide withoutTake(Guide g, BeatId id) {
    if (auto* b = beatWith(g, id); b && !b->takes.empty()) b->takes.erase(b->takes.begin());
    return g;
}

Guide withTakeChosen(Guide g, BeatId id, std::size_t which) {
    if (auto* b = beatWith(g, id); b && which < b->takes.size())
        std::rotate(b->takes.begin(), b->takes.begin() + static_cast<std::ptrdiff_t>(which),
                    b->takes.begin() + static_cast<std::ptrdiff_t>(which) + 1);
    return g;
}

Guide withSlipAccepted(Guide g, BeatId id, std::size_t which, const LiveText& written) {
    auto* b = beatWith(g, id);
    if (!b || b->takes.empty() || which >= b->takes.front().slips.size()) return g;
    auto& take = b->takes.front();
    const auto slip = take.slips[which];
    if (slip.to > take.text.size() || slip.from > slip.to) return g;
    // Written between blanks of its own, and without one too many where words go.
    std::string said = slip.heard;
    auto from = slip.from, to = slip.to;
    if (said.empty()) {
        while (to < take.text.size() && take.text[to] == ' ') ++to;
    } else {
        if (from > 0 && take.text[from - 1] != ' ') said.insert(said.begin(), ' ');
        if (to < take.text.size() && take.text[to] != ' ') said += ' ';
        // The end of a sentence stays its end.
        if (to > from && std::string_view(".,;:!?").find(take.text[to - 1]) != std::string_view::npos)
            said += take.text[to - 1];
    }
    const bool same = b->words == take.text; // else somebody has written on; only the take's own text follows
    if (!same && written.text == take.text) {
        const auto first = written.source(from), last = written.source(to, true);
        if (first <= last && last <= b->words.size()) b->words.replace(first, last - first, said);
    }
    take.text.replace(from, to - from, said);
    const auto moved = static_cast<std::ptrdiff_t>(said.size()) - static_cast<std::ptrdiff_t>(to - from);
    const auto behind = [&](std::size_t& at) {
        if (at >= to) at = static_cast<std::size_t>(static_cast<std::ptrdiff_t>(at) + moved);
    };
    for (auto& w : take.words) behind(w.from);
    take.slips.erase(take.slips.begin() + static_cast<std::ptrdiff_t>(which));
    for (auto& s : take.slips) behind(s.from), behind(s.to);
    if (!slip.heard.empty()) {
        const auto at = from + (said[0] == ' ' ? 1 : 0);
        take.words.push_back({at, slip.startS, slip.endS});
        std::sort(take.words.begin(), take.words.end(), [](auto& x, auto& y) { return x.from < y.from; });
    }
    if (same) b->words = take.text;
    return g;
}

Guide withSlipCutOut(Guide g, BeatId id, std::size_t which) {
    auto* b = beatWith(g, id);
    if (!b || b->takes.empty() || which >= b->takes.front().slips.size()) return g;
    auto& take = b->takes.front();
    const auto slip = take.slips[which];
    if (slip.heard.empty()) return g;
    addCut(take, {slip.startS, slip.endS});
    if (slip.from == slip.to)
        take.slips.erase(take.slips.begin() + static_cast<std::ptrdiff_t>(which));
    else
        take.slips[which].heard.clear(), take.slips[which].endS = slip.startS;
    return g;
}

Guide withPausesShortened(Guide g, BeatId id, double longestS) {
    auto* b = beatWith(g, id);
    if (!b || b->takes.empty()) return g;
    b->takes.front().longestPauseS = std::max(0.0, longestS);
    return g;
}

} // namespace hl

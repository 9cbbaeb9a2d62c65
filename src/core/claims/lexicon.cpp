// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::string_view kAnew[] = {" , ", " : ", " . ", " ; ", " ! ", " ( ", " ) ", " but ", " then ", " because "};

} // namespace

Lexicon::Lexicon(std::span<const Meaning> meanings) {
    for (const auto& m : meanings)
        for (std::size_t at = 0; at <= m.phrases.size();) {
            const auto end = std::min(m.phrases.find('|', at), m.phrases.size());
            if (end > at) phrases_.push_back({m.phrases.substr(at, end - at), m.means});
            at = end + 1;
        }
    std::stable_sort(phrases_.begin(), phrases_.end(),
                     [](const Phrase& a, const Phrase& b) { return keyOf(a.words) < keyOf(b.words); });
    for (const auto& p : phrases_) ++begins_[keyOf(p.words) + 1];
    for (std::size_t k = 0; k < kKeys; ++k) begins_[k + 1] += begins_[k];
}

Stretch clauseAround(std::string_view s, std::size_t from, std::size_t to) {
    Stretch out{0, s.size()};
    eachMark(s.substr(0, from), kAnew,
             [&](std::string_view mark, std::size_t at) { out.from = std::max(out.from, at + mark.size() - 1); });
    const auto behind = to > 0 ? to - 1 : 0;
    eachMark(s.substr(std::min(behind, s.size())), kAnew,
             [&](std::string_view, std::size_t at) { out.to = std::min(out.to, behind + at + 1); });
    out.to = std::max(out.to, to);
    return out;
}

Stretch clauseBehind(std::string_view s, Stretch clause) {
    const auto from = s.find(' ', clause.to);
    if (from == s.npos || from + 1 >= s.size()) return {s.size(), s.size()};
    return clauseAround(s, from + 1, from + 1);
}

std::optional<Heard> nearestPhrase(std::string_view s, Stretch within, Stretch to, const Lexicon& lexicon) {
    std::optional<Heard> best;
    std::size_t distance = 0;
    lexicon.eachIn(s, within, [&](std::string_view means, Stretch at) {
        if (at.from < to.to && to.from < at.to) return;
        const auto apart = at.to <= to.from ? to.from - at.to : at.from - to.to;
        const bool better =
            !best || apart < distance || (apart == distance && at.to - at.from > best->at.to - best->at.from);
        if (better) best = Heard{means, at}, distance = apart;
    });
    return best;
}

bool hasPhrase(std::string_view s, Stretch within, const Lexicon& lexicon) {
    return nearestPhrase(s, within, {within.to, within.to}, lexicon).has_value();
}

} // namespace hl

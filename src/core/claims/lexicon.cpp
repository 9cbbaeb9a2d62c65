// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/claims/lexicon.h"

#include <algorithm>

namespace hl {
namespace {

constexpr std::string_view kAnew[] = {" , ", " : ", " . ", " ; ", " ! ", " ( ", " ) ", " but ", " then ", " because "};

bool wordAt(std::string_view s, std::size_t at, std::size_t length) {
    return (at == 0 || s[at - 1] == ' ') && (at + length == s.size() || s[at + length] == ' ');
}

} // namespace

Stretch clauseAround(std::string_view s, std::size_t from, std::size_t to) {
    Stretch out{0, s.size()};
    for (const auto mark : kAnew) {
        if (const auto at = s.substr(0, from).rfind(mark); at != s.npos)
            out.from = std::max(out.from, at + mark.size() - 1);
        if (const auto at = s.find(mark, to > 0 ? to - 1 : 0); at != s.npos) out.to = std::min(out.to, at + 1);
    }
    out.to = std::max(out.to, to);
    return out;
}

Stretch clauseBehind(std::string_view s, Stretch clause) {
    const auto from = s.find(' ', clause.to);
    if (from == s.npos || from + 1 >= s.size()) return {s.size(), s.size()};
    return clauseAround(s, from + 1, from + 1);
}

std::optional<Heard> nearestPhrase(std::string_view s, Stretch within, Stretch to, std::span<const Meaning> lexicon) {
    std::optional<Heard> best;
    std::size_t distance = 0;
    const auto text = s.substr(0, std::min(within.to, s.size()));
    eachPhrase(lexicon, [&](std::string_view words, std::string_view means) {
        for (auto at = text.find(words, within.from); at != text.npos; at = text.find(words, at + 1)) {
            const auto behind = at + words.size();
            if (!wordAt(s, at, words.size()) || (at < to.to && to.from < behind)) continue;
            const auto apart = behind <= to.from ? to.from - behind : at - to.to;
            const bool better =
                !best || apart < distance || (apart == distance && words.size() > best->at.to - best->at.from);
            if (better) best = Heard{means, {at, behind}}, distance = apart;
        }
    });
    return best;
}

bool hasPhrase(std::string_view s, Stretch within, std::span<const Meaning> lexicon) {
    return nearestPhrase(s, within, {within.to, within.to}, lexicon).has_value();
}

} // namespace hl

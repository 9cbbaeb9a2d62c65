// SPDX-License-Identifier: GPL-3.0-or-later
// Words with a meaning, and where in a clause they stand: what a rule reads round the word it found.
#pragma once
#include <algorithm>
#include <optional>
#include <span>
#include <string_view>

namespace hl {

/// What some phrases mean. They are parted by `|`: plain words, one blank between them, none around.
struct Meaning {
    std::string_view means, phrases;
};

/// Half-open bytes of a sentence.
struct Stretch {
    std::size_t from = 0, to = 0;
};

struct Heard {
    std::string_view means;
    Stretch at;
};

/// The clause of [from, to): between commas, colons, full stops and words that begin anew ("but", "then").
Stretch clauseAround(std::string_view sentence, std::size_t from, std::size_t to);
/// The clause behind, or the same place twice where there is none.
Stretch clauseBehind(std::string_view sentence, Stretch clause);

/// Of all phrases that stand in a stretch outside [from, to) the one nearest to it; of two as near the longer one.
std::optional<Heard> nearestPhrase(std::string_view sentence, Stretch within, Stretch to,
                                   std::span<const Meaning> lexicon);

/// Calls `f(phrase, means)` for each.
template <class F> void eachPhrase(std::span<const Meaning> lexicon, F f) {
    for (const auto& m : lexicon)
        for (std::size_t at = 0; at <= m.phrases.size();) {
            const auto end = std::min(m.phrases.find('|', at), m.phrases.size());
            f(m.phrases.substr(at, end - at), m.means);
            at = end + 1;
        }
}

/// Whether any of them stands there.
bool hasPhrase(std::string_view sentence, Stretch within, std::span<const Meaning> lexicon);

} // namespace hl

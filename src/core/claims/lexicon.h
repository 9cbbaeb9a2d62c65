// SPDX-License-Identifier: GPL-3.0-or-later
// Words with a meaning, and where in a clause they stand: what a rule reads round the word it found.
#pragma once
#include <algorithm>
#include <array>
#include <optional>
#include <span>
#include <string_view>
#include <vector>

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

/// Phrases by the letters they begin with: a text is gone through once, however many there are.
class Lexicon {
  public:
    explicit Lexicon(std::span<const Meaning> meanings);

    /// Calls `f(means, where)` for each phrase that stands in a stretch of a sentence as whole words, in the order of
    /// the sentence.
    template <class F> void eachIn(std::string_view sentence, Stretch within, F f) const {
        const auto text = sentence.substr(0, std::min(within.to, sentence.size()));
        for (auto at = within.from; at < text.size(); ++at) {
            if (text[at] == ' ' || (at > 0 && text[at - 1] != ' ')) continue;
            const auto key = keyOf(text.substr(at));
            for (auto i = begins_[key]; i < begins_[key + 1]; ++i) {
                const auto& [words, means] = phrases_[i];
                const auto behind = at + words.size();
                if (text.substr(at, words.size()) == words && (behind >= sentence.size() || sentence[behind] == ' '))
                    f(means, Stretch{at, behind});
            }
        }
    }

  private:
    static constexpr std::size_t kKeys = 1024;
    static std::size_t keyOf(std::string_view words) {
        const auto second = words.size() > 1 ? static_cast<unsigned char>(words[1]) : 32u;
        return (static_cast<unsigned char>(words[0]) % 32u) * 32u + second % 32u;
    }
    struct Phrase {
        std::string_view words, means;
    };
    std::vector<Phrase> phrases_; ///< by key
    std::array<std::size_t, kKeys + 1> begins_{};
};

/// The lexicon of some meanings, made when it is first asked for.
template <const auto& Meanings> const Lexicon& lexiconOf() {
    static const Lexicon kOne(Meanings);
    return kOne;
}

/// Marks of which each begins with a blank: where words begin, all are looked for at once.
template <class F> void eachMark(std::string_view text, std::span<const std::string_view> marks, F f) {
    for (auto at = text.find(' '); at != text.npos && at + 1 < text.size(); at = text.find(' ', at + 1))
        for (const auto mark : marks)
            if (text[at + 1] == mark[1] && text.substr(at, mark.size()) == mark) f(mark, at);
}

/// The clause of [from, to): between commas, colons, full stops and words that begin anew ("but", "then").
Stretch clauseAround(std::string_view sentence, std::size_t from, std::size_t to);
/// The clause behind, or the same place twice where there is none.
Stretch clauseBehind(std::string_view sentence, Stretch clause);

/// Of all phrases that stand in a stretch outside [from, to) the one nearest to it; of two as near the longer one.
std::optional<Heard> nearestPhrase(std::string_view sentence, Stretch within, Stretch to, const Lexicon& lexicon);

/// Whether any of them stands there.
bool hasPhrase(std::string_view sentence, Stretch within, const Lexicon& lexicon);

} // namespace hl

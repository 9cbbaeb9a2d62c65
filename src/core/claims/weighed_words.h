// SPDX-License-Identifier: GPL-3.0-or-later
// What no pattern can list: that people speak of the grid, of a friend's car or of tea. Every word of a sentence, every
// pair of neighbours and everyone who does something speaks a little for or against it, as was learned of sentences
// that people marked (bench/learn_words.cpp).
#pragma once
#include "core/claims/claim_facts.h"
#include "core/claims/lexicon.h"

#include <functional>
#include <optional>
#include <set>
#include <string>
#include <string_view>

namespace hl {

/// Log-odds: above 0 it is likelier than not. All are -inf where nothing was learned.
struct SentenceSense {
    double tellsNothing; ///< of the corner, whatever numbers and gears stand in it
    double otherCase;    ///< another car, driver, day or condition is spoken of
    double advises;      ///< it tells what to do, of the two that are left: what to do and what was done
};

class WordScales {
  public:
    /// The names of things and corners count as things and corners.
    explicit WordScales(const ClaimFacts& facts);

    SentenceSense weigh(std::string_view plainSentence) const;

    /// What is weighed of a sentence, each once, in order of letters; figures, ordinals and names by their kind. Words
    /// that are not `known` count as such: people who speak of something else do so in other words.
    std::vector<std::string> pieces(std::string_view plainSentence,
                                    const std::function<bool(const std::string&)>& known) const;

  private:
    std::vector<std::string_view> wordsOf(std::string_view plainSentence) const;
    std::vector<std::string> names_; ///< plain; `kinds_` looks into them
    std::optional<Lexicon> kinds_;   ///< what stands for each name
};

/// Who or what does something in a sentence: the nouns of "the old hands turn", "a braver man brakes". Pronouns are
/// none.
std::set<std::string> doersIn(const std::vector<std::string_view>& words);

} // namespace hl

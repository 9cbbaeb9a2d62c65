// SPDX-License-Identifier: GPL-3.0-or-later
// A sentence as the recogniser follows it: one state after the other, with every reading of a place between two. Inside
// voice only.
#pragma once
#include "voice/ear.h"

struct fsg_model_s;

namespace hl {

class Way {
  public:
    /// Both are referred to. Readings with words that are in no lexicon are left out, and places without any other.
    Way(const std::vector<Place>& sentence, const Lexicon& lexicon);
    bool empty() const { return said_.empty(); } ///< nothing of it can be said
    int states() const;                          ///< between its first and its last
    /// Adds it between `from` and `to`; `next` is the first state that is free.
    void addTo(fsg_model_s* grammar, int from, int to, int& next) const;
    /// When its places were said, if that is what the words are.
    std::optional<Fit> fitOf(const std::vector<HeardWord>& words) const;

  private:
    bool known(const Reading& r) const;
    const std::vector<Place>* sentence_;
    const Lexicon* lexicon_;
    std::vector<std::size_t> said_; ///< places with a reading that can be said
};

} // namespace hl

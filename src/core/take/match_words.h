// SPDX-License-Identifier: GPL-3.0-or-later
// What was heard beside what is written.
#pragma once
#include "core/take/aligned.h"
#include "core/take/readings.h"

#include <functional>

namespace hl {

/// A token and the heard words [from, to) that stand for it; `slips`: words of them that no reading has, or that are
/// lacking; none heard: from == to.
struct Matched {
    std::size_t from = 0, to = 0;
    std::size_t slips = 0;
    bool said() const { return slips == 0 && to > from; }
};

/// Whether two words sound alike.
using SameSound = std::function<bool(const std::string&, const std::string&)>;

/// One for each token, ascending: the cheapest of all ways to lay the heard words on the tokens. Heard words between
/// two tokens' stretches were added. Silent tokens (without readings) take none.
std::vector<Matched> matchedWords(const std::vector<ScriptToken>& tokens, const std::vector<std::string>& heard,
                                  const SameSound& same);

/// Neighbouring tokens that were not said and words that were added, as differences without times; `words` holds their
/// place among the heard words.
struct DifferentWords {
    DifferenceKind kind = DifferenceKind::Missing;
    std::size_t tokenFrom = 0, tokenTo = 0, heardFrom = 0, heardTo = 0;
};
std::vector<DifferentWords> differentWords(const std::vector<ScriptToken>& tokens, const std::vector<Matched>& matched,
                                           std::size_t heard);

} // namespace hl

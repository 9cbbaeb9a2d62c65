// SPDX-License-Identifier: GPL-3.0-or-later
// Which corner words are about, where it is another than the one they were written for.
#pragma once
#include "core/claims/claim_facts.h"
#include "core/claims/lexicon.h"
#include "core/claims/pattern.h"

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace hl {

class CornersMeant {
  public:
    /// `expanded` puts what they stand for in the place of a pattern's marks (core/claims/rules.h).
    CornersMeant(const ClaimFacts& facts, const std::function<std::string(std::string_view)>& expanded);

    /// By name or number ("in third at the Sluice"), or by where it lies from `corner`, whose words they are ("one
    /// corner back", "the next corner is"). A clause that names none may be about the one before it is: "earlier on, at
    /// the Sluice, third". None: it is about its own corner, or nothing tells. A number that no corner has: one that
    /// nobody measured.
    std::optional<int> otherThan(int corner, std::string_view sentence, Stretch clause) const;

  private:
    std::optional<int> in(std::string_view clause, int corner) const;
    std::optional<int> byPlace(std::string_view clause, int corner) const;
    std::optional<int> fromHere(int corner, int on) const;
    int numberOf(std::string_view name) const;

    Pattern named_, subject_, mentioned_;
    std::vector<std::pair<std::string, int>> names_; ///< plain
    std::vector<int> numbers_;                       ///< sorted
    bool wholeLap_ = false;                          ///< from 1 on without a gap
};

} // namespace hl

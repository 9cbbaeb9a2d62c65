// SPDX-License-Identifier: GPL-3.0-or-later
// The rules of a language, with the names of one track in them, ready to be looked for.
#pragma once
#include "core/claims/candidates.h"
#include "core/claims/corner_meant.h"
#include "core/claims/rules.h"

#include <map>
#include <memory>
#include <re2/re2.h>
#include <re2/set.h>
#include <string>

namespace hl {

class Grammar {
  public:
    /// Takes about 15 ms: patterns are compiled.
    explicit Grammar(const ClaimFacts& facts);
    /// In the order of the rules; several may stand over each other.
    std::vector<Candidate> find(std::string_view sentence) const;
    /// The corner that a clause names ("in third at the Sluice"), where it is another than the one whose words they
    /// are.
    std::optional<int> cornerNamed(std::string_view sentence, const Candidate& find, int corner) const;

  private:
    struct Rule {
        ClaimKind kind;
        const ClaimRule* rule;
        std::unique_ptr<re2::RE2> pattern;
        std::map<std::string, int, std::less<>> groups;
    };
    static void apply(const Rule& rule, std::size_t number, std::string_view sentence, std::vector<Candidate>& out);

    std::vector<Rule> rules_;
    CornersMeant corners_;
    std::vector<std::string> cornersOnly_; ///< names of corners that are no thing beside the road
    /// Which rules of a kind a sentence is worth looking at with, and the number of its first. One set for all kinds
    /// would be looked through faster as long as the words are like those before, and without end where they are not.
    std::vector<std::pair<std::unique_ptr<re2::RE2::Set>, std::size_t>> worth_;
};

} // namespace hl

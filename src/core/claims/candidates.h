// SPDX-License-Identifier: GPL-3.0-or-later
// What rules found in one sentence, before it is a claim.
#pragma once
#include "core/claims/claim.h"
#include "core/claims/claim_facts.h"

#include <string_view>
#include <vector>

namespace hl {

/// Bytes of its sentence.
struct Candidate {
    Claim claim;
    std::size_t from = 0, to = 0, rule = 0;
    bool bare = false; ///< one word
    std::size_t length() const { return to - from; }
};

/// Which counts where several were found over each other, which were taken back in the same breath, and what is meant
/// by those that stand beside each other ("third, second").
std::vector<Candidate> settled(std::vector<Candidate> found, std::string_view sentence, const ClaimCorner* corner);

} // namespace hl

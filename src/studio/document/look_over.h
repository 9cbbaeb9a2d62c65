// SPDX-License-Identifier: GPL-3.0-or-later
// What is read out of a guide's words, off the interface's thread: their claims, and what is worth a look.
#pragma once
#include "jobs/findings.h"

#include <map>

namespace hl {

struct ReadWords {
    std::string text; ///< as said
    std::vector<ReadClaim> claims;
};

struct LookedOver {
    std::shared_ptr<const GuideClaims> claims; ///< for words being typed; null: not looked over yet
    std::map<BeatId, ReadWords> words;
    std::vector<Finding> findings;
};

LookedOver lookOver(const Guide& guide, const Session& session, const MadeGuide& made);

} // namespace hl

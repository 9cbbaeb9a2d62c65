// SPDX-License-Identifier: GPL-3.0-or-later
// Findings: what the words claim against what was measured and advised, and what a guide must not go without.
#pragma once
#include "core/guide/guide.h"

namespace hl {

struct Finding {
    std::string rule;     ///< stable name, e.g. "claims.gear"
    std::string severity; ///< "wrong", "warn" or "note"
    int corner = 0;
    std::string where; ///< "beat 12"
    std::string message;
    std::string claim, measured;
};

/// One check over the whole guide. A new check is one function and one line in kChecks (check.cpp).
using Check = std::vector<Finding> (*)(const Guide&, const std::vector<CornerFacts>&);

std::vector<Finding> claimedGears(const Guide& g, const std::vector<CornerFacts>& facts);
std::vector<Finding> claimedBrakePercent(const Guide& g, const std::vector<CornerFacts>& facts);
std::vector<Finding> missingCautions(const Guide& g, const std::vector<CornerFacts>& facts);
std::vector<Finding> fragileReferences(const Guide& g, const std::vector<CornerFacts>& facts);
std::vector<Finding> silentCorners(const Guide& g, const std::vector<CornerFacts>& facts);

/// `facts[i]` belongs to `guide.corners[i]`.
std::vector<Finding> checkGuide(const Guide& guide, const std::vector<CornerFacts>& facts);

/// Things found in free text.
struct GearClaim {
    int gear = 0;
    std::string text;
};
std::vector<GearClaim> gearsNamed(const std::string& text);
struct PercentClaim {
    double percent = 0;
    std::string text;
    bool brake = false, throttle = false; ///< what the sentence says it is of; neither when it does not say
};
std::vector<PercentClaim> percentsNamed(const std::string& text);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Facts to hold claims against, and claims, as JSON.
#pragma once
#include "core/claims/claim_reader.h"
#include "core/units/result.h"

#include <nlohmann/json.hpp>

namespace hl {

/// Errors: claims.bad-facts (where, and what was expected).
Result<ClaimFacts> claimFactsFrom(const nlohmann::ordered_json& facts);

nlohmann::ordered_json toJson(const Claim& claim);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/spread.h"

#include <nlohmann/json_fwd.hpp>

namespace hl {

/// The keys of the headless command: SI in the suffix, null and a reason for what could not be measured.
nlohmann::ordered_json factsToJson(const CornerFacts& f);

/// Median and spread of the facts of one corner in several laps, by their keys.
nlohmann::ordered_json spreadToJson(const std::vector<CornerFacts>& laps);

} // namespace hl

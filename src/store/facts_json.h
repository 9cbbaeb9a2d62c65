// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/corner/corner.h"

#include <nlohmann/json.hpp>

namespace hl {

/// The keys of the headless command: SI in the suffix, null and a reason for what could not be measured.
nlohmann::ordered_json factsToJson(const CornerFacts& f);

} // namespace hl

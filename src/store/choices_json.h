// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"

#include <nlohmann/json_fwd.hpp>

namespace hl {

nlohmann::ordered_json toJson(const std::vector<ColumnChoice>& choices);
/// Entries that name no known channel are passed over.
std::vector<ColumnChoice> choicesFrom(const nlohmann::ordered_json& j);

} // namespace hl

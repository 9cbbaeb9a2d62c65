// SPDX-License-Identifier: GPL-3.0-or-later
// Pieces of answers that several verbs give.
#pragma once
#include "core/sync/sync.h"
#include "core/take/aligned.h"

#include <nlohmann/json_fwd.hpp>

namespace hl {

nlohmann::ordered_json syncJson(const ClockTie& tie);
nlohmann::ordered_json differencesJson(const std::vector<Difference>& differences);
nlohmann::ordered_json levelJson(const Level& level);

} // namespace hl

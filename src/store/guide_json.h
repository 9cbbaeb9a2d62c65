// SPDX-License-Identifier: GPL-3.0-or-later
// A guide as JSON of the present format, and back.
#pragma once
#include "core/guide/guide.h"

#include <nlohmann/json_fwd.hpp>

namespace hl {

nlohmann::ordered_json toJson(const Guide& guide);
/// Errors: guide.bad-value, with the member that is wrong.
Result<Guide> guideFrom(const nlohmann::ordered_json& j);

} // namespace hl

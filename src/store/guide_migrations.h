// SPDX-License-Identifier: GPL-3.0-or-later
// Older formats of guide.json, brought on one step at a time. A step works on the JSON alone and never changes again;
// tests keep a guide of each format as it was written.
#pragma once
#include "core/units/result.h"

#include <nlohmann/json_fwd.hpp>

namespace hl {

inline constexpr int kGuideVersion = 3;

/// The same guide in the present format. Errors: guide.bad-value (no version), guide.newer (written by a later
/// version).
Result<nlohmann::ordered_json> inPresentFormat(nlohmann::ordered_json guide);

} // namespace hl

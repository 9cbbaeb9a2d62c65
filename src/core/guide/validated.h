// SPDX-License-Identifier: GPL-3.0-or-later
// The one door into a document: what a file holds and what an edit makes pass through here alike.
#pragma once
#include "core/guide/guide.h"

namespace hl {

inline constexpr double kFarthestM = 100'000; ///< no lap is longer, no place lies further from the timing line
inline constexpr int kLeastFrameRate = 10, kMostFrameRate = 120;

/// The guide itself when everything in it holds together. Errors: guide.bad-value; `where` is the member, like
/// "corners[3].apex_m". Ids are unique and below next_id; numbers unique; corners in road order with bounds in order;
/// figures finite and within reason; references that are pointed at exist.
Result<Guide> validated(Guide guide);

} // namespace hl

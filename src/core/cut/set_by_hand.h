// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <string_view>

namespace hl {

/// Why a shot is so that a person set: the plan writes it, and who asks whether one is held compares with it.
inline constexpr std::string_view kSetByHand = "set by hand";

} // namespace hl

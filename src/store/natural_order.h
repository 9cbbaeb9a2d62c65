// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include <string_view>

namespace hl {

/// "lap 2" before "lap 10": digits by their value, all else by its bytes.
bool naturallyBefore(std::string_view a, std::string_view b);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "store/almanac.h"

namespace hl {

std::string cardText(const GuideCard& card); ///< JSON
GuideCard cardFrom(std::string_view text);   ///< what is missing or of another kind stays empty: it is made again

} // namespace hl

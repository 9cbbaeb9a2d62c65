// SPDX-License-Identifier: GPL-3.0-or-later
// Cards: they stand as long as their words take, and never shorter than they take to read.
#pragma once
#include "core/cut/sections/planning.h"

namespace hl {

/// With the words over that section, once where the card comes first.
void buildSpokenCard(const Planning& p, SectionKind kind, double leastS, SectionBuilder& out);

} // namespace hl

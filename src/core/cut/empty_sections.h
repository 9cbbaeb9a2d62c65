// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// Sections that the guide's format wishes for and nothing came of: there is nothing to say or to show in them. They
/// are to be written, drafted or dropped; each kind once, in the order of the format.
std::vector<SectionKind> emptySections(const Guide& guide, const Cut& cut);

} // namespace hl

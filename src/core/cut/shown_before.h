// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// Whether an earlier section of the cut shows that corner too: then a section at full speed shows it "again".
bool shownBefore(const Cut& cut, const Section& section, CornerId corner);

} // namespace hl

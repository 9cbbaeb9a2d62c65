// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/shown_before.h"

#include <algorithm>

namespace hl {

bool shownBefore(const Cut& cut, const Section& section, CornerId corner) {
    return std::any_of(cut.sections.begin(), cut.sections.end(),
                       [&](const Section& s) { return s.start < section.start && shows(s, corner); });
}

} // namespace hl

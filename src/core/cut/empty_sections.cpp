// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/empty_sections.h"

#include <algorithm>

namespace hl {

std::vector<SectionKind> emptySections(const Guide& g, const Cut& cut) {
    std::vector<SectionKind> empty;
    if (cut.sections.empty()) return empty; // nothing is planned yet
    for (const auto& part : g.outline)
        for (const auto kind : part.sections)
            if (std::none_of(cut.sections.begin(), cut.sections.end(), [&](auto& s) { return s.kind == kind; }) &&
                std::find(empty.begin(), empty.end(), kind) == empty.end())
                empty.push_back(kind);
    return empty;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/lap_shown.h"

namespace hl {

const LapTrace& lapShown(const LapTrace& own, const std::map<int, LapOnStage>* others, LogTime when) {
    const auto driven = [&](const LapTrace& lap) {
        return !lap.t.empty() && lap.t.front() <= seconds(when) && seconds(when) <= lap.t.back();
    };
    if (driven(own) || !others) return own;
    for (const auto& [number, lap] : *others)
        if (driven(lap.trace)) return lap.trace;
    return own;
}

} // namespace hl

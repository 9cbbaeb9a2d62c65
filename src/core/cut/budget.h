// SPDX-License-Identifier: GPL-3.0-or-later
// A guide that must be shorter: what to leave out first. Proposed, never done.
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// Words, or a whole section of the outline where `beat` is 0.
struct LeftOut {
    BeatId beat;
    CornerId corner;
    SectionKind section = SectionKind::WalkThrough;
    double savesS = 0; ///< after those before it in the list are gone
    std::string why;
};

/// In the order in which to leave out, until the guide is shorter than `budgetS`: what a viewer would miss least for
/// the seconds it takes. Shorter than that it cannot get when the list ends before. `plan`: the guide's planner.
std::vector<LeftOut> leftOutFirst(const Guide& guide, double budgetS, const std::function<Cut(const Guide&)>& plan);

/// How much a viewer would miss a beat: 1 is a usual one.
double missed(const Guide& guide, const GuideCorner& corner, const Beat& beat, const std::vector<CornerId>& keys);

} // namespace hl

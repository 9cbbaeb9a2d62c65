// SPDX-License-Identifier: GPL-3.0-or-later
// A corner pace by pace: as slow as its words need.
#pragma once
#include "core/cut/sections/planning.h"
#include "core/cut/stretch.h"

namespace hl {

/// Words of a pass over the film of a group, as the planner of a stretch wants them.
struct PacedWords {
    Stretch stretch;
    std::vector<std::shared_ptr<const Speech>> speeches; ///< of each of its words
    std::vector<CornerId> corners;
    std::vector<FilmWindow> windows; ///< as they are before the order of the words tightens them
    std::vector<double> pausesS;
};
PacedWords pacedWords(Pass pass, const Planning& p, const Group& group);

/// The section of that pass. Without words it is the film at full speed when `alsoSilent`, else nothing.
/// A further lap, as slow as its words need.
void buildPacedLap(const Planning& p, SectionBuilder& out);
void buildPaced(Pass pass, const Planning& p, const Group& group, bool alsoSilent, SectionBuilder& out);

/// The same over many groups in one go, parted where a group begins: one live talk-over. What is said may run on over
/// the end of its group.
std::vector<SectionBuilder::Built> builtTalkOver(const Planning& p, const std::vector<Group>& groups, double startS);

} // namespace hl

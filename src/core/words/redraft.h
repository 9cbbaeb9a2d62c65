// SPDX-License-Identifier: GPL-3.0-or-later
// A guide that is made to explain another lap: what was measured is new, what a person wrote stays. Who wrote what is
// seen by drafting the lap before again: what is still as the draft has it nobody touched.
#pragma once
#include "core/guide/guide.h"

namespace hl {

/// Corners whose bounds are those that were found on the lap before get those that are found now; bounds that a person
/// set stay. Ids, numbers and names stay.
Guide withFoundBounds(Guide guide, const std::vector<Corner>& foundBefore, const std::vector<Corner>& foundNow);

/// Beats, advice and markers that are as in `before` become those of `now`; others stay as they are. Both are drafts
/// (withDraft) of the guide's own corners, in their order.
Guide redrafted(Guide guide, const Guide& before, const Guide& now);

} // namespace hl

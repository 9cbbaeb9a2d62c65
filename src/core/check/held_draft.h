// SPDX-License-Identifier: GPL-3.0-or-later
// A draft is held against the lap before anybody is offered it, by the reader that reads what people write.
#pragma once
#include "core/claims/guide_claims.h"
#include "core/words/draft.h"

namespace hl {

/// A first guide (words/draft.h) of which no sentence contradicts what was measured.
Guide heldDraft(Guide guide, const DraftMaterial& material);

/// Without the sentences that contradict the lap or the advice; words of which nothing is left go.
Guide withoutContradictions(Guide draft, const MeasuredCorners& measured, WholeLap lap);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Two strokes along the road beside each other, of which passing and defending are made.
#pragma once
#include "core/mark/mark_kind.h"

namespace hl {

/// The first on the marker's own lateral metres, the second beside it towards the middle.
bool placeStrokes(const Projector& at, const OnRoad& where, MarkOnScreen& out);
Vec2 strokesLabelAt(const MarkOnScreen& mark);

} // namespace hl

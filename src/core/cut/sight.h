// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

namespace hl {

/// From where to where each beat's place is in the picture, by the film's camera: not farther than words may speak of
/// it (`farM`), not beside the picture, not under the car's own body. Empty where nobody knows the camera; a place that
/// is never seen is not in it.
std::map<BeatId, SeenAhead> seenByCamera(const Guide& guide, const Stage& stage, double farM);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

namespace hl {

/// What a card says: the opening, the day, the set-up, the close. `shot`: of that section, at this moment.
void fillCard(SceneAt& scene, const Stage& stage, const Section& section, const Shot& shot);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Where a slowed film has too few pictures.
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// Whether pictures between the filmed ones are wanted at `t` of a guide with so many pictures a second: where the film
/// goes on by less than one of its own. A film of twice the guide's rate has enough of them for half speed.
bool wantsBetween(const Cut& cut, GuideTime t, double frameRate, double filmRate);

} // namespace hl

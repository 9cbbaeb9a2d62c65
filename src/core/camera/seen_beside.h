// SPDX-License-Identifier: GPL-3.0-or-later
// How far beside its place a reference is seen in one film: close to the car 0.3 m are twenty pixels, and the log, the
// camera and the list of references together are seldom better.
#pragma once
#include "core/units/id.h"

#include <map>

namespace hl {

/// Where the sights meet less where the reference is said to stand; zero where it was not held in the film.
struct SeenBeside {
    double alongM = 0, leftM = 0, upM = 0;
};
using ThingsBeside = std::map<ReferenceId, SeenBeside>;

} // namespace hl

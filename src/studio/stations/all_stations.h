// SPDX-License-Identifier: GPL-3.0-or-later
// The stations in the order of the work. A new one is one folder and one line here.
#pragma once
#include "studio/station.h"

#include <memory>
#include <vector>

namespace hl {

std::vector<std::unique_ptr<Station>> allStations(Desk& desk, Player& player);

} // namespace hl

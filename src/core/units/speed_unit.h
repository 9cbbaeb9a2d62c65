// SPDX-License-Identifier: GPL-3.0-or-later
// Speeds are m/s inside; people read them in the unit they think in.
#pragma once
#include "core/units/numbers.h"

#include <string_view>

namespace hl {

enum class SpeedUnit { Kmh, Mph };

inline double inUnit(double mps, SpeedUnit u) { return u == SpeedUnit::Mph ? mps / 0.44704 : kmh(mps); }
inline std::string_view symbol(SpeedUnit u) { return u == SpeedUnit::Mph ? "mph" : "km/h"; }
inline std::string_view spoken(SpeedUnit u) { return u == SpeedUnit::Mph ? "miles an hour" : "kilometres an hour"; }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The one place where a measured number becomes words. What is no number never looks like one.
#pragma once
#include "core/units/speed_unit.h"

#include <string>

namespace hl {

/// What stands where a number is missing.
inline constexpr std::string_view kNoFigure = "not known";

/// "12", "0.35"; kNoFigure for what is not finite or beyond any measure (1e12). Never "-0".
std::string figure(double value, int decimals = 0);

/// "97 km/h", "60 mph"
std::string speedText(double mps, SpeedUnit unit);

/// "74 %" of a share from 0 to 1.
std::string percentText(double share);

/// "1:32.923"
std::string lapTimeText(double s);

/// "340 m"
std::string metresText(double metres);

} // namespace hl

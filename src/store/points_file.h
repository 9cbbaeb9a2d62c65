// SPDX-License-Identifier: GPL-3.0-or-later
// Places of the road and where they are in a film, as CSV.
#pragma once
#include "core/camera/camera_pin.h"
#include "core/units/result.h"

#include <string_view>
#include <vector>

namespace hl {

/// `film_s,x_px,y_px,at_m,left_m,up_m` in any order; left_m and up_m may be missing. Errors: points.bad-value with file
/// and line, points.no-column.
Result<std::vector<CameraPin>> parsePins(std::string_view csv, std::string_view fileName);
/// `film_s,at_m,left_m,up_m`; pixels are left 0.
Result<std::vector<CameraPin>> parsePoints(std::string_view csv, std::string_view fileName);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace hl::standin {

struct Degrees {
    double lat, lon;
};

/// Where on the globe a point of the made-up country lies, m east and north of a place in the open sea.
Degrees onEarth(double east, double north);

} // namespace hl::standin

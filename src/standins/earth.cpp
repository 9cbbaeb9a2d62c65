// SPDX-License-Identifier: GPL-3.0-or-later
#include "standins/earth.h"

#include <cmath>

namespace hl::standin {
namespace {

constexpr double kPi = 3.14159265358979323846;
// A point in the open sea: the ring is nowhere.
constexpr double kLat0 = 41.5, kLon0 = -29.25;
constexpr double kAxis = 6378137.0, kFlat = 1 / 298.257223563, kE2 = kFlat * (2 - kFlat); // WGS 84

} // namespace

/// To degrees on the ellipsoid: into the frame that turns with the earth, then back
/// by Bowring's method.
Degrees onEarth(double east, double north) {
    const double lat = kLat0 * kPi / 180, lon = kLon0 * kPi / 180;
    const double n = kAxis / std::sqrt(1 - kE2 * std::sin(lat) * std::sin(lat));
    const double up = -(east * east + north * north) / (2 * 6371000.0); // down to the ground again
    const double x = n * std::cos(lat) * std::cos(lon) - std::sin(lon) * east - std::sin(lat) * std::cos(lon) * north +
                     std::cos(lat) * std::cos(lon) * up;
    const double y = n * std::cos(lat) * std::sin(lon) + std::cos(lon) * east - std::sin(lat) * std::sin(lon) * north +
                     std::cos(lat) * std::sin(lon) * up;
    const double z = n * (1 - kE2) * std::sin(lat) + std::cos(lat) * north + std::sin(lat) * up;
    const double axis = kAxis * (1 - kFlat), p = std::hypot(x, y), theta = std::atan2(z * kAxis, p * axis);
    const double s = std::sin(theta), c = std::cos(theta);
    const double found = std::atan2(z + kE2 / (1 - kE2) * axis * s * s * s, p - kE2 * kAxis * c * c * c);
    return {found * 180 / kPi, std::atan2(y, x) * 180 / kPi};
}

} // namespace hl::standin

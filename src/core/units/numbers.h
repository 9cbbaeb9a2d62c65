// SPDX-License-Identifier: GPL-3.0-or-later
// Small arithmetic shared by every room of the core.
#pragma once
#include <cmath>
#include <cstddef>
#include <numbers>
#include <vector>

namespace hl {

inline constexpr double kPi = std::numbers::pi;
inline constexpr double kGravity = 9.80665; ///< m/s^2, standard gravity
inline constexpr double kNaN = std::numeric_limits<double>::quiet_NaN();

/// Lateral offsets, headings, yaw rates and curvature are positive to the LEFT, everywhere.
struct Vec2 {
    double x = 0, y = 0;
    friend bool operator==(const Vec2&, const Vec2&) = default;
};
struct Vec3 {
    double x = 0, y = 0, z = 0;
};

constexpr double deg(double rad) { return rad * 180.0 / kPi; }
constexpr double rad(double degrees) { return degrees * kPi / 180.0; }
constexpr double kmh(double mps) { return mps * 3.6; }
constexpr double lerp(double a, double b, double f) { return a + (b - a) * f; }
constexpr double num(std::size_t n) { return static_cast<double>(n); }

/// To so many decimals, for answers and files.
inline double rounded(double v, int decimals) {
    const double k = std::pow(10.0, decimals);
    return std::round(v * k) / k;
}

/// Smallest signed difference of two angles, radians, in (-pi, pi].
inline double angleDifference(double a, double b) { return std::remainder(a - b, 2 * kPi); }

/// `x` brought into [0, length).
inline double wrapped(double x, double length) {
    const double r = std::fmod(x, length);
    return r < 0 ? r + length : r;
}

/// A place on a lap told as near to another as the ring allows: past the timing line it goes on counting. `lapM` 0 or
/// not finite: as it is.
inline double ringPlace(double atM, double nearM, double lapM) {
    return lapM > 0 && std::isfinite(lapM) ? nearM + std::remainder(atM - nearM, lapM) : atM;
}

/// Where `x` falls in ascending `xs`: index i with xs[i] <= x <= xs[i+1] (clamped), and the fraction between.
struct Between {
    std::size_t i = 0;
    double f = 0;
};
Between locate(const std::vector<double>& xs, double x);

/// Linear interpolation of y(x) over ascending xs, held constant beyond the ends.
double sampleAt(const std::vector<double>& xs, const std::vector<double>& ys, double x);

/// Zero-phase Gaussian smoothing of y over an uneven ascending axis; sigma in the axis' unit. NaNs are skipped.
/// Of more than 128 samples within three sigma every so many are taken.
/// Only the samples [from, to) are worked out when told so; the others are NaN.
std::vector<double> smoothed(const std::vector<double>& axis, const std::vector<double>& y, double sigma,
                             std::size_t from = 0, std::size_t to = static_cast<std::size_t>(-1));

/// dy/dx by central differences over an uneven axis.
std::vector<double> slope(const std::vector<double>& x, const std::vector<double>& y);

double median(std::vector<double> values); ///< NaN for none
} // namespace hl

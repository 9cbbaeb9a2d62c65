// SPDX-License-Identifier: GPL-3.0-or-later
// A square piece of a picture around a thing, and how it is laid on another picture. Inside media only.
#pragma once
#include <array>
#include <opencv2/core.hpp>

namespace hl::patch {

/// Where a thing is: its middle (pixel centres at whole numbers) and the half side of the square around it.
struct Place {
    double x = 0, y = 0, half = 0;
};

inline constexpr int kSide = 25; ///< points a side

using Trust = std::array<double, kSide * kSide>;
Trust usualTrust(); ///< the middle counts most: what is behind the thing goes another way

struct Patch {
    Place place;
    cv::Mat values;      ///< kSide^2 grey values, weighted mean 0, spread 1
    cv::Mat steps;       ///< kSide^2 x 3: how they change with a shift and a growth of the whole patch
    Trust trust;         ///< how much each point counts
    double contrast = 0; ///< spread of the grey values before
};

/// `grey`: 8 bit.
Patch take(const cv::Mat& grey, const Place& place, const Trust& trust);

struct Laid {
    Place place;
    double likeness = -1; ///< weighted correlation, at most 1
};
/// From `start` to the best place nearby.
/// A small patch tells little of its size: there the size of `start` counts more.
Laid lay(const Patch& patch, const cv::Mat& grey, Place start);
double likenessAt(const Patch& patch, const cv::Mat& grey, const Place& place);
/// How far each point is from the patch there, squared, in spreads.
Trust offAt(const Patch& patch, const cv::Mat& grey, const Place& place);

} // namespace hl::patch

// SPDX-License-Identifier: GPL-3.0-or-later
// From the road into the picture.
#pragma once
#include "core/guide/guide.h"

namespace hl {

inline constexpr double kFrameWidth = 1280, kFrameHeight = 720; ///< px; all picture coordinates are in this frame

struct CameraPose {
    Vec3 at;
    double headingRad = 0, pitchRad = 0, rollRad = 0; ///< anticlockwise from east; up; left side down positive
    double focalPx = 0;
};

/// How much of the frame's width a film of that shape fills when it is fitted into it, px; it stands in the middle.
double fittedWidth(double aspect);

/// Where the camera is when the car is at log time `t`: the car's position on the road's plane, the road's height and
/// slope. `pictureWidth`: px of the frame that the film fills across.
std::optional<CameraPose> cameraPose(const Camera& camera, const LapTrace& trace, const Track& road, LogTime t,
                                     double pictureWidth = kFrameWidth);

/// Pixel of a point, none when it is nearer than 2 m before the camera or behind it. Pinhole, square pixels.
std::optional<Vec2> project(const CameraPose& pose, Vec3 p);

/// Metres from the camera's plane to the point, negative behind.
double depthOf(const CameraPose& pose, Vec3 p);

} // namespace hl

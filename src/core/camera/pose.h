// SPDX-License-Identifier: GPL-3.0-or-later
// From the road into the picture.
#pragma once
#include "core/camera/camera.h"
#include "core/camera/car_path.h"

#include <optional>

namespace hl {

inline constexpr double kFrameWidth = 1280, kFrameHeight = 720; ///< px; all picture coordinates are in this frame

/// A camera at one moment: its place, its axes, its lens.
struct CameraPose {
    Vec3 at;
    Vec3 right{0, -1, 0}, down{0, 0, -1}, forward{1, 0, 0}; ///< unit vectors
    double focalPx = 0;                                     ///< px of the frame
    double distortion = 0;                                  ///< as in Camera
};

/// What a camera turned beyond what the log tells, rad; signs as in Camera.
struct Attitude {
    double yaw = 0, pitch = 0, roll = 0;
};

/// How much of the frame's width a film of that shape fills when it is fitted into it, px; it stands in the middle.
double fittedWidth(double aspect);

/// A film as it is fitted into the frame.
struct FilmInFrame {
    int width = 1280, height = 720; ///< px of the film
    double scale() const { return fittedWidth(static_cast<double>(width) / height) / width; }
    Vec2 frame(Vec2 film) const;
    Vec2 film(Vec2 frame) const;
};

/// Axes of a camera that looks that way: heading anticlockwise from east, pitch up, roll left side down.
CameraPose looking(Vec3 at, double headingRad, double pitchRad, double rollRad, double focalPx);

/// Where the camera is and how it looks when the car is where `path` says at log time `t`. None for an empty path.
/// `pictureWidth`: px of the frame that the film fills across.
std::optional<CameraPose> cameraPose(const Camera& camera, const CarPath& path, LogTime t,
                                     double pictureWidth = kFrameWidth, const Attitude& shake = {});

/// Pixel of a point, none when it is nearer than 1 m before the camera or behind it. Square pixels.
std::optional<Vec2> project(const CameraPose& pose, Vec3 p);

/// Metres from the camera's plane to the point, negative behind.
double depthOf(const CameraPose& pose, Vec3 p);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Another maker's camera: every pixel is a ray to the ground, so any lens and any mounting can be had, with the exact
// pose of every picture. Its look has nothing in common with the demo's film.
#pragma once
#include "core/units/result.h"
#include "standins/drive.h"

#include <array>
#include <filesystem>
#include <vector>

namespace hl::standin {

enum class Lens { Straight, Brown, Equidistant };
enum class Weather { Day, LowSun, Rain, Night };

/// A flat thing beside the road that faces the camera; `kind` chooses its shape, its colours and what is on it.
struct RayThing {
    double atM = 0, leftM = 0, upM = 1; ///< of its middle
    double widthM = 1, heightM = 1;
    int kind = 0; ///< 0 to 29
};

struct RayCamera {
    int width = 854, height = 480, frameRate = 25;
    double hfovDeg = 80; ///< of the lens without distortion; equidistant: the focal length is that of this angle
    Lens lens = Lens::Straight;
    double k1 = 0; ///< Brown: r' = r (1 + k1 r^2)
    double heightM = 1.1, forwardM = 0.3, lateralM = 0, yawDeg = 0, pitchDeg = -4, rollDeg = 0;
    double pitchPerG = 0.8, rollPerG = 1.6, slipPerG = 0; ///< degrees
    double shakeDeg = 0;                                  ///< of vibration, up and down
    double rollingShutterS = 0;                           ///< from the first row to the last
    Weather weather = Weather::Day;
    bool whiteLines = true, bonnet = true;
    std::vector<RayThing> things = {};
    std::uint32_t seed = 5;
};

/// The camera at a moment of the drive: place, and unit vectors right, down, forward.
struct RayPose {
    std::array<double, 3> at{}, right{}, down{}, forward{};
    double atM = 0; ///< of the car along the road
};
RayPose rayPose(const Circuit& c, const Drive& d, const RayCamera& camera, double driveS);

/// Pixel of a point of the world, or NaN behind the camera.
std::array<double, 2> pixelOf(const RayCamera& camera, const RayPose& pose, const std::array<double, 3>& world);
/// The world's point at a place of the road.
std::array<double, 3> worldAt(const Circuit& c, double atM, double leftM, double upM);

/// Films [fromS, toS] of the drive, without sound.
Status rayFilm(const Circuit& c, const Drive& d, const RayCamera& camera, double fromS, double toS,
               const std::filesystem::path& video);

} // namespace hl::standin

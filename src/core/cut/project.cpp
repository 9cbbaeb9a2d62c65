// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/project.h"

#include <Eigen/Geometry>

namespace hl {
namespace {

// How much a stiff car's body leans: degrees of roll and pitch per g. A first guess until the camera is solved.
constexpr double kRollPerG = 0.9, kPitchPerG = 0.55;

/// Camera axes (right, down, forward) of a point.
Eigen::Vector3d inCamera(const CameraPose& c, Vec3 p) {
    const Eigen::Vector3d forward(std::cos(c.pitchRad) * std::cos(c.headingRad),
                                  std::cos(c.pitchRad) * std::sin(c.headingRad), std::sin(c.pitchRad));
    const Eigen::Vector3d level(std::sin(c.headingRad), -std::cos(c.headingRad), 0);
    const Eigen::Vector3d up = level.cross(forward);
    const Eigen::AngleAxisd lean(c.rollRad, forward);
    const Eigen::Vector3d right = lean * level, top = lean * up;
    const Eigen::Vector3d d(p.x - c.at.x, p.y - c.at.y, p.z - c.at.z);
    return {d.dot(right), -d.dot(top), d.dot(forward)};
}

} // namespace

double fittedWidth(double aspect) { return std::min(kFrameWidth, kFrameHeight * aspect); }

std::optional<CameraPose> cameraPose(const Camera& camera, const LapTrace& trace, const Track& road, LogTime t,
                                     double pictureWidth) {
    if (trace.x.empty() || trace.heading.empty()) return std::nullopt;
    const double time = seconds(t), atM = sampleAt(trace.t, trace.s, time);
    const auto frame = frameAt(road, atM);
    const double heading = sampleAt(trace.t, trace.heading, time), x = sampleAt(trace.t, trace.x, time),
                 y = sampleAt(trace.t, trace.y, time);
    CameraPose pose;
    pose.headingRad = heading;
    pose.at = {x + camera.forwardM * std::cos(heading) - camera.lateralM * std::sin(heading),
               y + camera.forwardM * std::sin(heading) + camera.lateralM * std::cos(heading), frame.z + camera.heightM};
    const double ax = trace.ax.empty() ? 0 : sampleAt(trace.t, trace.ax, time),
                 ay = trace.ay.empty() ? 0 : sampleAt(trace.t, trace.ay, time);
    pose.pitchRad = std::atan(frame.grade) + camera.pitchRad + rad(kPitchPerG) * ax / kGravity;
    pose.rollRad = -rad(kRollPerG) * ay / kGravity;
    pose.focalPx = pictureWidth / 2 / std::tan(camera.hfovRad / 2);
    return pose;
}

std::optional<Vec2> project(const CameraPose& pose, Vec3 p) {
    constexpr double kNearest = 2; // m
    const auto c = inCamera(pose, p);
    if (c.z() < kNearest) return std::nullopt;
    return Vec2{kFrameWidth / 2 + pose.focalPx * c.x() / c.z(), kFrameHeight / 2 + pose.focalPx * c.y() / c.z()};
}

double depthOf(const CameraPose& pose, Vec3 p) { return inCamera(pose, p).z(); }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/pose.h"

#include <algorithm>
#include <Eigen/Geometry>

namespace hl {
namespace {

Eigen::Vector3d vec(Vec3 v) { return {v.x, v.y, v.z}; }
Vec3 vec(const Eigen::Vector3d& v) { return {v.x(), v.y(), v.z()}; }

/// Columns: forward, left, up of something turned by yaw, then pitched, then rolled about its own forward axis.
Eigen::Matrix3d turned(double yaw, double pitch, double roll) {
    const Eigen::AngleAxisd a(yaw, Eigen::Vector3d::UnitZ()), b(-pitch, Eigen::Vector3d::UnitY()),
        c(-roll, Eigen::Vector3d::UnitX());
    return (a * b * c).toRotationMatrix();
}

void setAxes(CameraPose& pose, const Eigen::Matrix3d& axes) {
    pose.forward = vec(axes.col(0)), pose.right = vec(Eigen::Vector3d(-axes.col(1))),
    pose.down = vec(Eigen::Vector3d(-axes.col(2)));
}

/// Camera axes (right, down, forward) of a point.
Eigen::Vector3d inCamera(const CameraPose& c, Vec3 p) {
    const Eigen::Vector3d d = vec(p) - vec(c.at);
    return {d.dot(vec(c.right)), d.dot(vec(c.down)), d.dot(vec(c.forward))};
}

/// How far out a ray falls, as a share of where an undistorted lens would put it; none where no picture is.
std::optional<double> drawnIn(double r2, double distortion) {
    const double under = 1 - 4 * distortion * r2;
    if (under < 0) return std::nullopt;
    return 2 / (1 + std::sqrt(under));
}

} // namespace

double fittedWidth(double aspect) { return std::min(kFrameWidth, kFrameHeight * aspect); }

Vec2 FilmInFrame::frame(Vec2 p) const {
    return {kFrameWidth / 2 + (p.x - width / 2.0) * scale(), kFrameHeight / 2 + (p.y - height / 2.0) * scale()};
}
Vec2 FilmInFrame::film(Vec2 p) const {
    return {width / 2.0 + (p.x - kFrameWidth / 2) / scale(), height / 2.0 + (p.y - kFrameHeight / 2) / scale()};
}

CameraPose looking(Vec3 at, double heading, double pitch, double roll, double focalPx) {
    CameraPose pose;
    pose.at = at, pose.focalPx = focalPx;
    setAxes(pose, turned(heading, pitch, roll));
    return pose;
}

std::optional<CameraPose> cameraPose(const Camera& camera, const CarPath& path, LogTime when, double pictureWidth,
                                     const Attitude& shake) {
    if (path.empty()) return std::nullopt;
    const auto [i, f] = locate(path.t, seconds(when));
    const auto at = [&, i = i, f = f](const std::vector<double>& v) { return lerp(v[i], v[i + 1], f); };
    // What the log measured of the body stands for what the forces would do to it.
    const double gx = at(path.ax) / kGravity, gy = at(path.ay) / kGravity, heading = at(path.heading);
    const double nod = path.pitch.empty() ? camera.pitchPerG * gx : at(path.pitch),
                 lean = path.roll.empty() ? -camera.rollPerG * gy : at(path.roll);
    const Eigen::Matrix3d onRoad = turned(heading, at(path.slope), 0),
                          body = turned(heading + camera.slipPerG * gy + shake.yaw, at(path.slope) + nod + shake.pitch,
                                        lean + shake.roll);
    CameraPose pose;
    pose.at = vec(Eigen::Vector3d(at(path.x), at(path.y), at(path.z)) +
                  onRoad * Eigen::Vector3d(camera.forwardM, camera.lateralM, camera.heightM));
    setAxes(pose, body * turned(camera.yawRad, camera.pitchRad, camera.rollRad));
    pose.focalPx = pictureWidth / 2 / std::tan(camera.hfovRad / 2);
    pose.distortion = camera.distortion;
    return pose;
}

std::optional<Vec2> project(const CameraPose& pose, Vec3 p) {
    constexpr double kNearest = 1; // m
    const auto c = inCamera(pose, p);
    if (c.z() < kNearest) return std::nullopt;
    const double x = c.x() / c.z(), y = c.y() / c.z();
    const auto in = drawnIn(x * x + y * y, pose.distortion);
    if (!in) return std::nullopt;
    return Vec2{kFrameWidth / 2 + pose.focalPx * *in * x, kFrameHeight / 2 + pose.focalPx * *in * y};
}

double depthOf(const CameraPose& pose, Vec3 p) { return inCamera(pose, p).z(); }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/camera/thing_place.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <Eigen/Dense>

namespace hl {
namespace {

Eigen::Vector3d vec(Vec3 v) { return {v.x, v.y, v.z}; }
Vec3 vec(const Eigen::Vector3d& v) { return {v.x(), v.y(), v.z()}; }

double offOf(std::span<const Sight> sights, const Eigen::Vector3d& p) {
    std::vector<double> off;
    for (const auto& s : sights) {
        const auto seen = project(s.pose, vec(p));
        off.push_back(seen ? std::hypot(seen->x - s.framePx.x, seen->y - s.framePx.y) : 1e6);
    }
    return median(off);
}

/// One step towards where the sights are seen; far ones count less.
Eigen::Vector3d better(std::span<const Sight> sights, const Eigen::Vector3d& p) {
    constexpr double kStepM = 0.01, kOutPx = 6;
    Eigen::Matrix3d a = 1e-6 * Eigen::Matrix3d::Identity();
    Eigen::Vector3d b = Eigen::Vector3d::Zero();
    for (const auto& s : sights) {
        const auto seen = project(s.pose, vec(p));
        if (!seen) continue;
        Eigen::Matrix<double, 2, 3> slope;
        for (int k = 0; k < 3; ++k) {
            Eigen::Vector3d q = p;
            q[k] += kStepM;
            const auto moved = project(s.pose, vec(q));
            if (!moved) return p;
            slope.col(k) = Eigen::Vector2d(moved->x - seen->x, moved->y - seen->y) / kStepM;
        }
        const Eigen::Vector2d rest(s.framePx.x - seen->x, s.framePx.y - seen->y);
        const double trust = 1 / (1 + rest.squaredNorm() / (kOutPx * kOutPx));
        a += trust * slope.transpose() * slope, b += trust * slope.transpose() * rest;
    }
    return p + a.ldlt().solve(b);
}

} // namespace

Vec3 directionOf(const CameraPose& pose, Vec2 px) {
    double x = (px.x - kFrameWidth / 2) / pose.focalPx, y = (px.y - kFrameHeight / 2) / pose.focalPx;
    const double straight = 1 + pose.distortion * (x * x + y * y); // the division model, as in project()
    x /= straight, y /= straight;
    return vec((vec(pose.forward) + x * vec(pose.right) + y * vec(pose.down)).normalized());
}

std::optional<ThingPlace> placeOfThing(std::span<const Sight> sights) {
    constexpr std::size_t kFew = 6;
    constexpr double kSpread = 0.02; // rad between the first and the last direction
    if (sights.size() < kFew) return std::nullopt;
    Eigen::Matrix3d a = Eigen::Matrix3d::Zero();
    Eigen::Vector3d b = Eigen::Vector3d::Zero();
    double spread = 0;
    const auto first = vec(directionOf(sights.front().pose, sights.front().framePx));
    for (const auto& s : sights) {
        const auto d = vec(directionOf(s.pose, s.framePx));
        const Eigen::Matrix3d across = Eigen::Matrix3d::Identity() - d * d.transpose();
        a += across, b += across * vec(s.pose.at);
        spread = std::max(spread, std::acos(std::clamp(first.dot(d), -1.0, 1.0)));
    }
    if (spread < kSpread) return std::nullopt;
    Eigen::Vector3d p = a.ldlt().solve(b);
    for (int turn = 0; turn < 12; ++turn) p = better(sights, p);
    if (!p.allFinite() || depthOf(sights.front().pose, vec(p)) < 1) return std::nullopt;
    return ThingPlace{vec(p), offOf(sights, p)};
}

} // namespace hl

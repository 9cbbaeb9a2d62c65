// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/camera/pose.h"
#include "core/lap/trace.h"

namespace hl {

/// From the road into the picture of one moment.
struct Projector {
    const CameraPose& pose;
    const Track& road;
    const LapTrace* lap = nullptr;  ///< the driven one; null: the middle of the road stands for its line
    double nowM = 0;                ///< where the car is
    std::vector<double> crest = {}; ///< steepest sight of the ground up to every 4 m ahead; empty: a flat road

    /// None where the place is behind the camera or far outside the frame.
    std::optional<Vec2> operator()(double atM, double lateral, double height) const {
        constexpr double kBeside = 200; // px; what reaches into the picture is drawn
        const auto p = project(pose, onRoad(road, atM, lateral, height));
        const bool near =
            p && p->x > -kBeside && p->x < kFrameWidth + kBeside && p->y > -kBeside && p->y < kFrameHeight + kBeside;
        return near ? p : std::nullopt;
    }
    /// Metres left of the centre line that the car drove there.
    double drivenLeft(double atM) const {
        return lap && !lap->lateral.empty() ? sampleAt(lap->s, lap->lateral, atM) : 0;
    }
    /// Whether the ground between hides a place of that height.
    bool behindCrest(double atM, double height) const;
};

/// With the road's crests ahead worked out, `reachM` far.
Projector projectorAt(const CameraPose& pose, const Track& road, const LapTrace* lap, double nowM, double reachM);

} // namespace hl

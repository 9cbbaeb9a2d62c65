// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/camera/pose.h"

namespace hl {

/// From the road into the picture of one moment.
struct Projector {
    const CameraPose& pose;
    const Track& road;
    /// None where the place is behind the camera or far outside the frame.
    std::optional<Vec2> operator()(double atM, double lateral, double height) const {
        constexpr double kBeside = 200; // px; what reaches into the picture is drawn
        const auto p = project(pose, onRoad(road, atM, lateral, height));
        const bool near =
            p && p->x > -kBeside && p->x < kFrameWidth + kBeside && p->y > -kBeside && p->y < kFrameHeight + kBeside;
        return near ? p : std::nullopt;
    }
};

} // namespace hl

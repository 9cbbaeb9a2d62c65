// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/guide/anchor.h"

namespace hl {

/// A place of the road that a person clicked in a film; pixels of the film itself, (0,0) the outer corner of the top
/// left one.
struct CameraPin {
    FootageTime when{};
    double xPx = 0, yPx = 0;
    OnRoad place;
    friend bool operator==(const CameraPin&, const CameraPin&) = default;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The film's camera found, and places of the road found in its pictures.
#pragma once
#include "core/camera/solve.h"
#include "jobs/session.h"

namespace hl {

/// From the pins, if there are any, and the road's edges as the film shows them; where neither tells enough, the width
/// of view from how the picture turns against the log. `sure` says whether to trust it. Errors: camera.*, media.*.
Result<CameraFit> findCamera(const Guide& guide, const Session& session, const std::vector<CameraPin>& pins,
                             const Progress& progress);
/// From the pins alone: at once, while a person clicks. Errors: camera.*.
Result<CameraFit> cameraFromPins(const Guide& guide, const Session& session, const std::vector<CameraPin>& pins);

struct PlaceSeen {
    FootageTime when{};
    OnRoad place;
    double xPx = 0, yPx = 0; ///< of the film; of what lies behind the camera 0
    bool visible = false;    ///< in the picture, and nothing known stands before it
    double uncertaintyPx = 0;
};

/// Where places are at moments of the film; each moment must lie inside the log. The picture of each moment is looked
/// at for how the camera turned in it. Errors: project.outside, camera.no-position, media.*.
Result<std::vector<PlaceSeen>> placesSeen(const Guide& guide, const Session& session,
                                          const std::vector<CameraPin>& points, const Progress& progress);

} // namespace hl

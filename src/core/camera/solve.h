// SPDX-License-Identifier: GPL-3.0-or-later
// The camera found from road features that a person clicked in the film and from the road's edges seen in it.
#pragma once
#include "core/camera/camera_pin.h"
#include "core/camera/shake.h"
#include "core/sync/sync.h"
#include "core/units/result.h"

#include <span>

namespace hl {

/// A point of a road's edge that was found in a picture: where, and across which direction it was looked for.
struct EdgeSeen {
    FootageTime when{};
    Vec2 seen;   ///< px of the 1280x720 frame
    Vec2 across; ///< unit vector over the edge; along it the point may slip
    OnRoad place;
    double pxPerM = 0; ///< how far it goes over the edge for a metre across the road
};

/// What a camera is solved from. Everything is read only.
struct CameraClues {
    const CarPath& path;
    const Track& road;
    const ClockTie& tie;
    FilmInFrame film;
    std::span<const CameraPin> pins;
    std::span<const EdgeSeen> edges = {};
};

struct CameraFit {
    Camera camera;
    struct AtPin {
        double residualPx = 0; ///< px of the film
        bool wrong = false;    ///< so far off that it was not believed
    };
    std::vector<AtPin> pins;          ///< in their order
    double medianPx = 0, worstPx = 0; ///< over the pins that were believed, else over the edges; px of the film
    double edgeOffM = 0;              ///< what is seen as the road's edge lies so far outside the track file's
    bool sure = false;
};

/// Least squares over all clues, each with its own spread, and what is customary of cameras as a weak opinion; clues
/// that contradict the others count little. `start` gives the first guess, and what it says stands for what is
/// customary when it is told rather than assumed. Errors: camera.no-clue (neither pins nor edges), camera.no-position.
Result<CameraFit> solvedCamera(const Camera& start, const CameraClues& clues);

} // namespace hl

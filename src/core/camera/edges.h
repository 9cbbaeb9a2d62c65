// SPDX-License-Identifier: GPL-3.0-or-later
// The road's edges in a picture: where they should be, and where the brightness really changes.
#pragma once
#include "core/camera/solve.h"

#include <cstdint>

namespace hl {

/// How the brightness changes over a smaller grey copy of a film's picture, and in a coarse, smooth form which way it
/// changes most. Rows from the top.
struct EdgePicture {
    FootageTime when{};
    int width = 0, height = 0;
    std::vector<float> across, down; ///< grey levels a pixel of the copy
    int coarseWidth = 0, coarseHeight = 0;
    std::vector<float> agree, turn; ///< coarse: energy along x less that along y, and twice the mixed one; each
                                    ///< over what is usual around, so that dark and bright scenes count alike
};

/// A moment for which the car's place and a picture are known.
struct EdgeClues {
    const CarPath& path;
    const Track& road;
    const ClockTie& tie;
    FilmInFrame film;
};

/// Points of both edges ahead of the car, from 5 m to `farthestM`, that the camera should see.
struct EdgePoint {
    OnRoad place;
    Vec2 at, across;   ///< px of the frame; unit vector over the edge
    double pxPerM = 0; ///< how far the point goes over the edge for a metre across the road
};
std::vector<EdgePoint> edgePoints(const CameraPose& pose, const Track& road, double fromM, double farthestM,
                                  double edgeOffM = 0);

/// Where the picture changes most across each point within `reachPx` of the frame, if it does so clearly.
std::vector<EdgeSeen> edgesSeen(const EdgePicture& picture, const std::vector<EdgePoint>& points,
                                const FilmInFrame& film, double reachPx);

/// How well a camera's edges lie on what the pictures show, -1 to 1.
double likeness(const Camera& camera, const EdgeClues& clues, const std::vector<EdgePicture>& pictures);

/// The share of the edges' points in sight at which the picture changes within 3 px of where it should.
double edgesMet(const Camera& camera, double edgeOffM, const EdgeClues& clues,
                const std::vector<EdgePicture>& pictures);

/// The camera found from the road's edges alone: tries many, of any field of view, refines the likeliest of each width
/// and keeps the one whose edges are met most. Where the field of view is known from elsewhere (`hfovRad`, within a
/// tenth) only such are tried. Errors: camera.*.
Result<CameraFit> cameraByEdges(std::optional<double> hfovRad, const EdgeClues& clues,
                                const std::vector<EdgePicture>& pictures);

/// The camera refined on edges seen in the pictures, and on pins where there are some.
Result<CameraFit> refinedByEdges(const Camera& start, const EdgeClues& clues, const std::vector<EdgePicture>& pictures,
                                 std::span<const CameraPin> pins, double firstReachPx);

/// What the camera turned in one picture beyond what the log tells. None where too little of the road is seen.
std::optional<Attitude> turnedIn(const EdgePicture& picture, const Camera& camera, const EdgeClues& clues,
                                 const Attitude& guess);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Follows a thing that was clicked in one picture through the pictures before and after it.
#pragma once
#include "core/camera/followed.h"
#include "core/units/result.h"

#include <filesystem>
#include <functional>
#include <optional>

namespace hl {

/// Where something beside the thing would be in a picture, and how large, by what is known of road and car.
struct Expected {
    double xPx = 0, yPx = 0, size = 1; ///< pixels of the film; the size in any unit
};

struct FollowWish {
    FootageTime at{};        ///< of the picture that was clicked in
    double xPx = 0, yPx = 0; ///< the thing's middle there, pixels of the film
    double radiusPx = 0;     ///< of the thing there; 0: found from how the picture changes around the click
    FootageTime from{}, to{};
    /// How it should go from picture to picture; the film has the last word. Asked by several threads. None: unknown.
    std::function<std::optional<Expected>(FootageTime)> expected = {};
};

/// Each picture's patch is laid on a kept one (Baker and Matthews' inverse compositional alignment of place and size,
/// IJCV 2004), started where points on the thing went (pyramidal Lucas-Kanade, there and back). Where it does not fit,
/// the neighbourhood is searched; where that fails too the thing is lost, and is so from there on unless it is found
/// again within half a second. A point for every picture within [from, to].
/// Errors: follow.outside (the click lies outside the picture or the film), media.*, job.cancelled.
Result<FollowedPath> followThing(const std::filesystem::path& film, const FollowWish& wish,
                                 const std::function<bool(double)>& goOn);

/// The thing of `known` (its click; radius 0: of a usual size) in another picture of the same film, near where it
/// should be. Nothing where nothing like it is there. Errors: follow.outside, media.*.
Result<std::optional<FollowedPoint>> thingFoundAgain(const std::filesystem::path& film, const FollowWish& known,
                                                     FootageTime when, double nearXPx, double nearYPx);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// How late a camera's receiver tells where it was.
#pragma once
#include "core/film_log/mounting.h"
#include "core/sync/motion.h"

namespace hl {

struct Delay {
    double s = 0;            ///< by which the receiver tells too late
    double uncertaintyS = 0; ///< half-width, about 95 %
    std::string from;        ///< "rotation", "acceleration", "picture"; empty: nothing to tell it by, s is 0
};

/// The receiver's delay against the camera's rotation, else its accelerations, else the picture's own turning.
Delay receiverDelay(const Driven& driven, const Triple& rotation, const Triple& acceleration,
                    const PictureMotion& picture);

} // namespace hl

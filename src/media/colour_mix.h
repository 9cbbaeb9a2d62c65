// SPDX-License-Identifier: GPL-3.0-or-later
// One channel out of three: the mix of brightness and colour in which a thing stands out from what is around it. A blue
// cone on grass is as bright as the grass. Inside media only.
#pragma once
#include "media/picture_frame.h"

#include <opencv2/core.hpp>

namespace hl {

struct ColourMix {
    double y = 1, u = 0, v = 0, plus = 0; ///< of the planes' values
    bool plain() const { return u == 0 && v == 0; }
};

/// From what is within `radiusPx` of a place against the ring around it (Fisher's linear discriminant).
ColourMix mixFor(const YuvFrame& frame, double xPx, double yPx, double radiusPx);
cv::Mat mixed(const YuvFrame& frame, const ColourMix& mix); ///< 8 bit

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// A small piece of a picture, large and clear: what is hard to see at speed.
#pragma once
#include "media/picture_frame.h"

namespace hl {

/// The piece around (xPx, yPx), widthPx by heightPx of the result, enlarged `times` (1 to 12). `contrast` from 0 to 1
/// raises the contrast of each neighbourhood of its own (contrast-limited adaptive histogram equalisation, K.
/// Zuiderveld 1994), so that paint in the shade shows beside a bright sky. Beyond the picture's edge the edge goes on.
/// BGRA, opaque; empty for an empty picture.
std::vector<std::uint8_t> enlarged(const BgraView& picture, double xPx, double yPx, int widthPx, int heightPx,
                                   double times, double contrast);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "media/ffmpeg_parts.h"
#include "media/picture_frame.h"

namespace hl::ff {

/// A decoded frame as YUV 4:2:0 BT.709 limited, turned upright by quarter turns (0..3, clockwise).
/// `scaler` is kept between calls by the caller.
/// With square pixels: a film whose pixels are not is widened, or heightened, to its true shape. No larger than `most`,
/// upright and in its own shape.
YuvFrame toYuv(const AVFrame& frame, AVRational pixelAspect, Scaler& scaler, int quarterTurns, PictureSize most = {});
/// Even width and height of a picture once its pixels are square.
std::pair<int, int> squareSize(int width, int height, AVRational pixelAspect);

/// Points an AVFrame's planes at ours, without copying.
void lend(const YuvFrame& from, AVFrame& to);

} // namespace hl::ff

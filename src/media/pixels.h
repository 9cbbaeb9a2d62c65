// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "media/ffmpeg_parts.h"
#include "media/picture_frame.h"

namespace hl::ff {

/// A decoded frame as YUV 4:2:0 BT.709 limited, turned upright by quarter turns (0..3, clockwise).
/// `scaler` is kept between calls by the caller.
YuvFrame toYuv(const AVFrame& frame, Scaler& scaler, int quarterTurns);

/// Points an AVFrame's planes at ours, without copying.
void lend(const YuvFrame& from, AVFrame& to);

} // namespace hl::ff

// SPDX-License-Identifier: GPL-3.0-or-later
// Captions inside an MP4 file (3GPP timed text). Inside media only.
#pragma once
#include "media/assembled_movie.h"
#include "media/ffmpeg_parts.h"

namespace hl {

/// A track for captions that players show on wish.
AVStream* captionStream(AVFormatContext& output);
/// All of them, with empty ones between. Below 0 for an FFmpeg error.
int writeCaptions(AVFormatContext& output, AVStream& stream, const std::vector<InsideCaption>& captions);

} // namespace hl

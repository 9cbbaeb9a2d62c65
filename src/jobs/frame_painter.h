// SPDX-License-Identifier: GPL-3.0-or-later
// The finished pictures of a guide: its frames with all that is drawn over them.
#pragma once
#include "jobs/guide_frames.h"

#include <functional>

namespace hl {

/// Not thread-safe: it paints on one picture of its own.
using FramePainter = std::function<YuvFrame(const GuideFrame& frame, GuideTime t)>;

/// As the guide is seen: frames of `size`. Stage and cut must outlive it.
FramePainter widePainter(const Stage& stage, const Cut& cut, OutputSize size);

/// For a telephone held upright (core/cut/tall.h): pictures of `tallSize(size)` made of frames of `size`.
FramePainter tallPainter(const Stage& stage, const Cut& cut, OutputSize size);
PixelRect tallPart(OutputSize film, double cropX); ///< what is seen of a frame; inside it, even numbers
OutputSize tallSize(OutputSize film);              ///< 720x1280, or 1080x1920 where the film has so much

} // namespace hl

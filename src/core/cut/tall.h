// SPDX-License-Identifier: GPL-3.0-or-later
// A guide's picture for a telephone held upright: half of the film's width above, framed on what matters, and beneath
// it what is read. A frame of 720x1280.
#pragma once
#include "core/cut/compose.h"

namespace hl {

inline constexpr double kTallWidth = 720, kTallHeight = 1280;
inline constexpr double kTallFilmHeight = 810; ///< px of that frame; the film above has 640x720 px of its own
inline constexpr double kTallCropWidth = 640;  ///< px of the film's 1280x720 frame
inline constexpr double kTallScale = kTallWidth / kTallCropWidth;

/// The left edge of what is seen of the film, px of its frame, 0 .. 640: the road that comes and the place that is
/// spoken of lie in the middle. It glides, and stands while the picture stands.
double tallCropAt(const Stage& stage, const Cut& cut, GuideTime t);

/// As compose(): marks in px of the film's frame, their words inside what is seen of it; all else in px of the tall
/// frame.
SceneAt composeTall(const Stage& stage, const Cut& cut, GuideTime t, double cropX,
                    const std::function<double(const std::string&)>& labelWidth);

} // namespace hl

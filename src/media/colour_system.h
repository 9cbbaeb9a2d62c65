// SPDX-License-Identifier: GPL-3.0-or-later
// Films are coded in several colour systems; ours is one, BT.709 in limited range. Every level is rounded to the
// nearest: swscale's own way from system to system drifts by one to three levels.
#pragma once
#include "media/picture_frame.h"

namespace hl {

/// How red and blue weigh in the grey of a system (ITU-R BT.601, BT.709, BT.2020), and its range.
struct ColourSystem {
    double red = 0.2126, blue = 0.0722;
    bool full = false; ///< 0..255 instead of 16..235 and 16..240
    friend bool operator==(const ColourSystem&, const ColourSystem&) = default;
};
inline constexpr ColourSystem kBt601{0.299, 0.114, false}, kBt709{}, kBt2020{0.2627, 0.0593, false};

/// The planes hold a picture of that system; now they hold it in ours.
void toBt709(YuvFrame& frame, const ColourSystem& from);

} // namespace hl

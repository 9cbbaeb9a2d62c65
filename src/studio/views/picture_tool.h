// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/units/numbers.h"

#include <QPainter>

namespace hl {

/// What a station does with the picture: it gets the clicks, in px of the 1280x720 frame, and paints over it.
class PictureTool {
  public:
    virtual ~PictureTool() = default;
    virtual void press(Vec2 framePx) = 0;
    virtual void drag(Vec2 framePx) = 0;
    virtual void release(Vec2 framePx) = 0;
    /// `scale`: px of the screen for one of the frame; the painter paints in the frame.
    virtual void paint(QPainter& p, double scale) = 0;
};

} // namespace hl

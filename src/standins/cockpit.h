// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "standins/canvas.h"

namespace hl::standin {

/// The part of the cockpit that does not move, painted once.
class Cockpit {
  public:
    Cockpit(int width, int height);
    /// Bonnet, dashboard, wheel turned by `steeringRad` (left positive) and a row of shift lamps; `shake` in pixels.
    void draw(Canvas& canvas, double steeringRad, double revs, double shake) const;
    int firstHiddenRow() const { return hidden_; }

  private:
    Canvas body_;
    std::vector<float> cover_;
    int top_ = 0, hidden_ = 0;
};

} // namespace hl::standin

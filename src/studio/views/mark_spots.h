// SPDX-License-Identifier: GPL-3.0-or-later
// The chosen corner's marks where they can be taken hold of, on the ribbon and on the map.
#pragma once
#include "studio/document/desk.h"

#include <functional>
#include <QPainter>

namespace hl {

struct MarkSpot {
    MarkerId mark;
    double atM = 0, leftM = 0;
};
std::vector<MarkSpot> markSpots(const Desk& desk);
/// The one under the mouse; `placed` says where each stands on the widget.
std::optional<MarkSpot> spotUnder(const Desk& desk, QPointF mouse,
                                  const std::function<QPointF(const MarkSpot&)>& placed);

/// A mark under the mouse.
struct MarkHold {
    MarkSpot from, now;
};
void letGo(Desk& desk, const MarkHold& hold); ///< the edit

void paintMarkSpot(QPainter& p, QPointF at, bool held);

} // namespace hl

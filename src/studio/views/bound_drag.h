// SPDX-License-Identifier: GPL-3.0-or-later
// A corner's bound under the mouse, on the ribbon and on the map.
#pragma once
#include "core/guide/corner_edits.h"
#include "studio/document/desk.h"

#include <optional>
#include <QString>

namespace hl {

struct BoundDrag {
    CornerId corner;
    Bound bound = Bound::Start;
    double atM = 0; ///< where it is held now
};

QString boundName(Bound b);

/// `atM`, or the event of the lap within `withinM` of it: a bound snaps to what happened.
double snapped(const Desk& desk, CornerId corner, double atM, double withinM);

void letGo(Desk& desk, const BoundDrag& drag); ///< the edit

} // namespace hl

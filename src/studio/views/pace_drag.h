// SPDX-License-Identifier: GPL-3.0-or-later
// A band's edge in the stretch view under the hand: how long a shot would take, and the edit that keeps it so.
#pragma once
#include "core/cut/cut.h"
#include "core/guide/format.h"

#include <QString>

namespace hl {

struct PaceDrag {
    CornerId corner;
    Shot shot;          ///< as it is planned
    double lengthS = 0; ///< guide s, as it is dragged
    double costS() const { return lengthS - (shot.end - shot.start).count(); }
};

/// The shot that ends at a guide time of a walk-through, within `nearS`; none for one that fills its corner's words at
/// no pace of its own.
std::optional<PaceDrag> grabbed(const Section& walk, double guideS, double nearS);
/// As long as the hand says, and as a shot can be: a stand at least as long as it must be seen, a moving picture at one
/// of the paces.
PaceDrag dragged(PaceDrag drag, double guideS);
/// The guide with that shot set.
Guide withDragged(Guide g, const PaceDrag& drag, const RoadClock& clock);
/// "stands 3.2 s, 1.1 s more"
QString dragText(const PaceDrag& drag);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/scene_station.h"

namespace hl {

SceneStation::SceneStation(Desk& desk) : desk_(desk), page_(new ScenePage(desk)) {
    connect(page_, &ScenePage::newGuideWanted, this, &Station::newGuideWanted);
    connect(page_, &ScenePage::openWanted, this, &Station::openWanted);
    connect(&desk_, &Desk::opened, this, &Station::lampChanged);
}

} // namespace hl

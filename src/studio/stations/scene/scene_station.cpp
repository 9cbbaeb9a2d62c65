// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/scene_station.h"

namespace hl {

SceneStation::SceneStation(Desk& desk) : page_(new ScenePage(desk)) {
    connect(page_, &ScenePage::said, this, &Station::said);
}

} // namespace hl

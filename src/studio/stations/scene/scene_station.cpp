// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/scene_station.h"

namespace hl {

SceneStation::SceneStation(Desk& desk) : desk_(desk), page_(new ScenePage(desk)) {
    connect(page_, &ScenePage::said, this, &Station::said);
    connect(&desk_, &Desk::opened, this, &Station::lampChanged);
    connect(&desk_, &Desk::changed, this, [this](const GuideChange& what) {
        if (what.scene) emit lampChanged();
    });
}

Lamp SceneStation::lamp() const {
    return desk_.isOpen() && !nothingSaid(desk_.guide().scene.conditions) ? Lamp::Filled : Lamp::Hollow;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/all_stations.h"

#include "studio/stations/corners/corners_station.h"
#include "studio/stations/cut/cut_station.h"
#include "studio/stations/line_up/line_up_station.h"
#include "studio/stations/markers/markers_station.h"
#include "studio/stations/publish/publish_station.h"
#include "studio/stations/scene/scene_station.h"
#include "studio/stations/words/words_station.h"

namespace hl {

std::vector<std::unique_ptr<Station>> allStations(Desk& desk, Player& player) {
    std::vector<std::unique_ptr<Station>> all;
    all.push_back(std::make_unique<SceneStation>(desk));
    all.push_back(std::make_unique<LineUpStation>(desk, player));
    all.push_back(std::make_unique<CornersStation>(desk, player));
    all.push_back(std::make_unique<MarkersStation>(desk, player));
    all.push_back(std::make_unique<WordsStation>(desk, player));
    all.push_back(std::make_unique<CutStation>(desk, player));
    all.push_back(std::make_unique<PublishStation>(desk, player));
    return all;
}

} // namespace hl

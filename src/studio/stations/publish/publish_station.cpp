// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/publish/publish_station.h"

namespace hl {

PublishStation::PublishStation(Desk& desk, Player& player) : page_(new PublishPage(desk, player)) {
    connect(page_, &PublishPage::wanted, this,
            [this](CornerId corner, BeatId beat) { emit wordsWanted(corner, beat); });
    connect(page_, &PublishPage::stationWanted, this, &Station::stationWanted);
    connect(page_, &PublishPage::published, this, [this](const QString& folder) {
        emit publishedNow();
        emit said(tr("Published: %1").arg(folder), false);
    });
}

} // namespace hl

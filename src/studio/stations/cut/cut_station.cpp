// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/cut/cut_station.h"

namespace hl {

CutStation::CutStation(Desk& desk, Player& player)
    : desk_(desk), player_(player), page_(new BeatsTable(desk, player)) {}

QList<StationKey> CutStation::keys() { return page_->keys(); }

void CutStation::enter() {
    if (!desk_.isOpen()) return;
    if (const auto* s = sectionOf(desk_.cut(), desk_.corner())) player_.seekGuide(seconds(s->start));
}

} // namespace hl

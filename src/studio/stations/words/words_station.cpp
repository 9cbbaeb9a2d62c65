// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/words_station.h"

namespace hl {

WordsStation::WordsStation(Desk& desk, Player& player) : desk_(desk), page_(new BeatsTable(desk, player)) {
    connect(&desk_, &Desk::opened, this, &Station::lampChanged);
    connect(&desk_, &Desk::cutChanged, this, &Station::lampChanged);
}

QList<StationKey> WordsStation::keys() { return page_->keys(); }

Lamp WordsStation::lamp() const { return desk_.cut().lengthS > 0 ? Lamp::Filled : Lamp::Hollow; }

} // namespace hl

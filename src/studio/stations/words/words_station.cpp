// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/words_station.h"

namespace hl {

WordsStation::WordsStation(Desk& desk, Player& player)
    : desk_(desk), page_(new ScriptPage(desk, player)), takes_(new TakePanel(desk, player)) {
    connect(page_, &ScriptPage::beatChosen, takes_, &TakePanel::show);
    connect(&desk_, &Desk::opened, this, &Station::lampChanged);
    connect(&desk_, &Desk::cutChanged, this, &Station::lampChanged);
}

Lamp WordsStation::lamp() const { return desk_.cut().lengthS > 0 ? Lamp::Filled : Lamp::Hollow; }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/words/words_station.h"

namespace hl {

WordsStation::WordsStation(Desk& desk, Player& player)
    : page_(new ScriptPage(desk, player)), takes_(new TakePanel(desk, player)) {
    connect(page_, &ScriptPage::beatChosen, takes_, &TakePanel::show);
}

} // namespace hl

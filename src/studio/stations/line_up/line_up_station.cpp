// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/line_up/line_up_station.h"

namespace hl {

LineUpStation::LineUpStation(Desk& desk, Player& player) : page_(new LineUpPage(desk, player)) {}

QList<StationKey> LineUpStation::keys() {
    return {{Qt::Key_BracketLeft, tr("log one frame earlier"), [this] { page_->nudge(-1); }},
            {Qt::Key_BracketRight, tr("log one frame later"), [this] { page_->nudge(1); }},
            {Qt::Key_1, tr("the film lies at the first place"), [this] { page_->choosePlace(0); }},
            {Qt::Key_2, tr("at the second"), [this] { page_->choosePlace(1); }},
            {Qt::Key_3, tr("at the third"), [this] { page_->choosePlace(2); }}};
}

} // namespace hl

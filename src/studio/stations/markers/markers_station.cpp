// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/markers/markers_station.h"

namespace hl {

MarkersStation::MarkersStation(Desk& desk, Player& player) : page_(new MarkersPage(desk, player)) {
    connect(page_, &MarkersPage::said, this, &Station::said);
}

QList<StationKey> MarkersStation::keys() {
    auto* p = page_;
    const auto alt = [](Qt::Key k) { return QKeySequence(Qt::ALT | k); };
    const auto ctrl = [](Qt::Key k) { return QKeySequence(Qt::CTRL | k); };
    const auto both = [](Qt::Key k) { return QKeySequence(Qt::ALT | Qt::SHIFT | k); };
    // Bare arrows belong to the ribbon and to what has the focus.
    return {{Qt::Key_P, tr("propose the usual marks"), [p] { p->propose(); }},
            {alt(Qt::Key_Up), tr("mark before, mark after (Alt+Up, Down)"), [p] { p->chooseNext(-1); }},
            {alt(Qt::Key_Down), {}, [p] { p->chooseNext(1); }},
            {alt(Qt::Key_Left), tr("mark a metre back, on (Alt+Left, Right)"), [p] { p->nudge(-1, 0); }},
            {alt(Qt::Key_Right), {}, [p] { p->nudge(1, 0); }},
            {both(Qt::Key_Left), tr("mark to the left, to the right (with Shift)"), [p] { p->nudge(0, 0.25); }},
            {both(Qt::Key_Right), {}, [p] { p->nudge(0, -0.25); }},
            {ctrl(Qt::Key_Delete), tr("take the mark away"), [p] { p->removeChosen(); }},
            {Qt::Key_C, tr("click pins for the camera, and back"), [p] { p->setPinning(!p->pinning()); }},
            {Qt::Key_N, tr("another feature to click"), [p] { p->hand().nextWish(); }},
            {ctrl(Qt::Key_Left), tr("cross in the picture (Ctrl+arrows)"), [p] { p->hand().moveCross(-8, 0); }},
            {ctrl(Qt::Key_Right), {}, [p] { p->hand().moveCross(8, 0); }},
            {ctrl(Qt::Key_Up), {}, [p] { p->hand().moveCross(0, -8); }},
            {ctrl(Qt::Key_Down), {}, [p] { p->hand().moveCross(0, 8); }},
            {ctrl(Qt::Key_Return), tr("set it at the cross"), [p] { p->hand().clickAtCross(); }},
            {Qt::Key_V, tr("the corner from above, and away"),
             [this] {
                 planShown_ = !planShown_;
                 emit layoutChanged();
             }},
            {Qt::Key_H, tr("keep a part of the film clear"), [p] { p->armKeepClear(); }},
            {Qt::Key_X, tr("set nothing"), [p] { p->disarm(); }}};
}

} // namespace hl

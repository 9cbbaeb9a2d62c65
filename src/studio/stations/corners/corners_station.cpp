// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/corners/corners_station.h"

namespace hl {

CornersStation::CornersStation(Desk& desk, Player& player)
    : desk_(desk), player_(player), page_(new CornerPage(desk, player)) {}

QList<StationKey> CornersStation::keys() {
    QList<StationKey> keys = {
        {Qt::Key_D, tr("corner's sheet, every fact, whole lap"), [this] { page_->nextView(); }},
        {Qt::Key_B, tr("put another lap beside this one"), [this] { page_->chooseBeside(); }},
        {QKeySequence(Qt::SHIFT | Qt::Key_S), tr("split the corner here"), [this] { page_->head().split(); }},
        {QKeySequence(Qt::SHIFT | Qt::Key_J), tr("join the corner with the next"), [this] { page_->head().join(); }},
        {QKeySequence(Qt::SHIFT | Qt::Key_N), tr("name the corner"), [this] { page_->head().rename(); }}};
    const std::pair<Qt::Key, Bound> bounds[] = {
        {Qt::Key_1, Bound::Start}, {Qt::Key_2, Bound::TurnIn}, {Qt::Key_3, Bound::Apex}, {Qt::Key_4, Bound::End}};
    for (const auto& [number, bound] : bounds)
        keys.append({QKeySequence(Qt::SHIFT | number),
                     bound == Bound::Start ? tr("start, turn-in, apex, end here (Shift+1 to 4)") : QString(),
                     [this, bound = bound] { page_->head().putBound(bound); }});
    return keys;
}

} // namespace hl

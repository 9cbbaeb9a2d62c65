// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/mark_spots.h"

#include "core/guide/marker_edits.h"
#include "picture/tokens.h"

namespace hl {

std::vector<MarkSpot> markSpots(const Desk& desk) {
    std::vector<MarkSpot> spots;
    const auto* c = desk.chosen();
    if (!c) return spots;
    for (const auto& m : c->markers)
        if (const auto at = roadPlace(desk.guide(), m.at)) spots.push_back({m.id, at->atM, at->lateralM});
    return spots;
}

std::optional<MarkSpot> spotUnder(const Desk& desk, QPointF mouse,
                                  const std::function<QPointF(const MarkSpot&)>& placed) {
    std::optional<MarkSpot> best;
    double least = 8; // px
    for (const auto& s : markSpots(desk))
        if (const double d = QLineF(placed(s), mouse).length(); d < least) least = d, best = s;
    return best;
}

void letGo(Desk& desk, const MarkHold& h) {
    const double along = h.now.atM - h.from.atM, left = h.now.leftM - h.from.leftM;
    if (along == 0 && left == 0) return;
    desk.edit({QObject::tr("Mark moved").toStdString(),
               [=](Guide g) { return withMarkerMoved(std::move(g), h.from.mark, along, left); }});
}

void paintMarkSpot(QPainter& p, QPointF at, bool held) {
    constexpr double kHalf = 5;
    p.setPen(QPen(QColor(look::kMarsh900), 1.5));
    p.setBrush(QColor(held ? look::kLamp : look::kMist));
    p.drawPolygon(
        QPolygonF({at + QPointF(0, -kHalf), at + QPointF(kHalf, 0), at + QPointF(0, kHalf), at + QPointF(-kHalf, 0)}));
}

} // namespace hl

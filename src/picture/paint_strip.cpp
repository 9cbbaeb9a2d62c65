// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <QImage>
#include <QPainterPath>

namespace hl {
namespace {

QPolygonF filled(const QRectF& box, const InputStrip& s, const std::vector<double>& value) {
    QPolygonF shape;
    const auto x = [&](double m) { return box.left() + (m - s.fromM) / (s.toM - s.fromM) * box.width(); };
    shape << box.bottomLeft();
    for (std::size_t i = 0; i < value.size(); ++i)
        shape << QPointF(x(s.atM[i]), box.bottom() - value[i] * (box.height() - 3));
    shape << box.bottomRight();
    return shape;
}

QBrush patterned(QRgb colour, void (*draw)(QPainter&)) {
    QImage tile(8, 8,
                QImage::Format_ARGB32_Premultiplied); // no pixmap: rendering paints outside the interface's thread
    QColor ground(colour);
    ground.setAlpha(90);
    tile.fill(ground);
    QPainter p(&tile);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(QColor(colour), 1.6));
    p.setBrush(QColor(colour));
    draw(p);
    p.end();
    return QBrush(tile);
}

} // namespace

QBrush brakeHatch(QRgb colour) {
    return patterned(colour, [](QPainter& p) {
        p.drawLine(QPointF(-1, 9), QPointF(9, -1));
        p.drawLine(QPointF(-1, 1), QPointF(1, -1));
        p.drawLine(QPointF(7, 9), QPointF(9, 7));
    });
}

QBrush powerDots(QRgb colour) {
    return patterned(colour, [](QPainter& p) {
        p.setPen(Qt::NoPen);
        p.drawEllipse(QPointF(2, 2), 1.1, 1.1);
        p.drawEllipse(QPointF(6, 6), 1.1, 1.1);
    });
}

void paintStrip(QPainter& p, const QRectF& box, const InputStrip& s) {
    static const QBrush dots = powerDots(look::kPower), hatch = brakeHatch(look::kBrake);
    p.save();
    p.setClipRect(box);
    if (!s.throttle.empty()) {
        p.setPen(QPen(QColor(look::kPower), 1.5));
        p.setBrush(dots);
        p.drawPolygon(filled(box, s, s.throttle));
    }
    if (!s.brake.empty()) {
        p.setPen(QPen(QColor(look::kBrake), 1.5));
        p.setBrush(hatch);
        p.drawPolygon(filled(box, s, s.brake));
    }
    const double now = box.left() + (s.nowM - s.fromM) / (s.toM - s.fromM) * box.width();
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.drawLine(QPointF(now, box.top()), QPointF(now, box.bottom()));
    p.restore();
}

} // namespace hl

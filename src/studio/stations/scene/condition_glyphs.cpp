// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/condition_glyphs.h"

#include <QPainterPath>

namespace hl {
namespace {

/// In a box of 32 by 32.
void drop(QPainter& p, double x, double y, double size) {
    QPainterPath path(QPointF(x, y - size));
    path.cubicTo(x + size, y + size * 0.2, x + size * 0.7, y + size, x, y + size);
    path.cubicTo(x - size * 0.7, y + size, x - size, y + size * 0.2, x, y - size);
    p.drawPath(path);
}

void cloud(QPainter& p, double x, double y) {
    QPainterPath path;
    path.moveTo(x - 9, y + 5);
    path.cubicTo(x - 14, y + 5, x - 13, y - 3, x - 7, y - 2);
    path.cubicTo(x - 6, y - 9, x + 4, y - 9, x + 5, y - 3);
    path.cubicTo(x + 12, y - 4, x + 13, y + 5, x + 8, y + 5);
    path.closeSubpath();
    p.drawPath(path);
}

void sun(QPainter& p, QPointF at, double r) {
    p.drawEllipse(at, r, r);
    for (int i = 0; i < 8; ++i) {
        const QPointF way(std::cos(i * kPi / 4), std::sin(i * kPi / 4));
        p.drawLine(at + way * (r + 2.5), at + way * (r + 5));
    }
}

void road(QPainter& p, RoadState state) {
    p.drawLine(QPointF(9, 3), QPointF(3, 29));
    p.drawLine(QPointF(23, 3), QPointF(29, 29));
    if (state == RoadState::Dry || state == RoadState::Unsaid) {
        for (const double y : {6.0, 14.0, 22.0}) p.drawLine(QPointF(16, y), QPointF(16, y + 5));
        return;
    }
    drop(p, 16, 10, 4);
    if (state == RoadState::Wet) {
        drop(p, 11, 21, 4);
        drop(p, 21, 21, 4);
    }
}

void sky(QPainter& p, Sky s) {
    switch (s) {
    case Sky::Unsaid:
    case Sky::Clear: sun(p, {16, 16}, 6); break;
    case Sky::Clouds:
        sun(p, {20, 11}, 4.5);
        cloud(p, 14, 20);
        break;
    case Sky::Overcast:
        cloud(p, 18, 12);
        cloud(p, 14, 21);
        break;
    case Sky::Rain:
        cloud(p, 16, 12);
        for (const double x : {10.0, 16.0, 22.0}) p.drawLine(QPointF(x, 21), QPointF(x - 3, 28));
        break;
    }
}

/// Filled from -10 to 50 degrees.
void thermometer(QPainter& p, const std::optional<double>& celsius, bool track) {
    const QRectF tube(13, 3, 6, 18);
    p.save();
    p.setBrush(Qt::NoBrush);
    p.drawRoundedRect(tube, 3, 3);
    p.restore();
    if (celsius) {
        const double share = std::clamp((*celsius + 10) / 60, 0.05, 1.0);
        p.fillRect(QRectF(15, 20 - 15 * share, 2, 15 * share + 3), p.pen().color());
        p.save();
        p.setBrush(p.pen().color());
        p.drawEllipse(QPointF(16, 24), 4, 4);
        p.restore();
    } else
        p.drawEllipse(QPointF(16, 24), 4, 4);
    if (!track) return;
    p.drawLine(QPointF(2, 30), QPointF(9, 30)); // it stands on the road
    p.drawLine(QPointF(23, 30), QPointF(30, 30));
}

void rubber(QPainter& p, Rubber r) {
    const int n = r == Rubber::Full ? 4 : (r == Rubber::Some ? 2 : 0);
    p.drawLine(QPointF(4, 4), QPointF(4, 28));
    p.drawLine(QPointF(28, 4), QPointF(28, 28));
    QPen pen = p.pen();
    pen.setWidthF(2.6);
    p.save();
    p.setPen(pen);
    for (int i = 0; i < n; ++i) {
        const double x = 16 + (i - (n - 1) / 2.0) * 4.6;
        QPainterPath mark(QPointF(x - 2, 28));
        mark.cubicTo(x - 2, 18, x + 2, 14, x + 2, 4);
        p.drawPath(mark);
    }
    p.restore();
}

/// The arrow flies with the wind, north up.
void wind(QPainter& p, const Conditions& c) {
    p.save();
    p.translate(16, 16);
    p.rotate(c.windFromRad ? deg(*c.windFromRad) + 180 : 90);
    p.drawLine(QPointF(0, 12), QPointF(0, -12));
    p.drawLine(QPointF(0, -12), QPointF(-5, -5));
    p.drawLine(QPointF(0, -12), QPointF(5, -5));
    const int strokes = c.windMps ? static_cast<int>(std::clamp(*c.windMps / 3, 0.0, 3.0)) : 0;
    for (int i = 0; i < strokes; ++i) p.drawLine(QPointF(0, 11 - 4 * i), QPointF(6, 14 - 4 * i));
    p.restore();
}

void light(QPainter& p, Light l) {
    p.drawLine(QPointF(2, 26), QPointF(30, 26));
    p.save();
    p.setClipRect(QRectF(0, 0, 32, 26));
    switch (l) {
    case Light::Unsaid:
    case Light::Day: sun(p, {16, 12}, 5); break;
    case Light::LowSun: sun(p, {22, 21}, 5); break;
    case Light::Dusk: p.drawEllipse(QPointF(16, 26), 8, 8); break;
    case Light::Night: {
        QPainterPath moon, bite;
        moon.addEllipse(QPointF(16, 13), 8, 8);
        bite.addEllipse(QPointF(20, 10), 7, 7);
        p.drawPath(moon.subtracted(bite));
        break;
    }
    }
    p.restore();
}

void tyre(QPainter& p, Tyres t) {
    p.save();
    p.setBrush(Qt::NoBrush);
    p.drawEllipse(QPointF(16, 16), 12, 12);
    p.drawEllipse(QPointF(16, 16), 5, 5);
    p.restore();
    if (t == Tyres::Warm || t == Tyres::Worn) // a warm one is drawn thick
        for (int i = 0; i < 12; ++i) {
            if (t == Tyres::Worn && i % 3 == 0) continue; // pieces are missing
            const QPointF way(std::cos(i * kPi / 6), std::sin(i * kPi / 6));
            p.drawLine(QPointF(16, 16) + way * 7, QPointF(16, 16) + way * 10.5);
        }
}

void fuelCan(QPainter& p, const Conditions& c) {
    const QRectF can(7, 8, 18, 21);
    const double share = c.fuelL                          ? std::clamp(*c.fuelL / 80, 0.08, 1.0)
                         : c.fuel == FuelLoad::Race       ? 0.8
                         : c.fuel == FuelLoad::Qualifying ? 0.2
                                                          : 0;
    p.fillRect(QRectF(8, 28 - 19 * share, 16, 19 * share), p.pen().color());
    p.save();
    p.setBrush(Qt::NoBrush);
    p.drawRoundedRect(can, 2, 2);
    p.drawLine(QPointF(10, 8), QPointF(10, 4));
    p.drawLine(QPointF(10, 4), QPointF(18, 4));
    p.restore();
}

} // namespace

bool isSaid(const Conditions& c, Sign sign) {
    switch (sign) {
    case Sign::Road: return c.road != RoadState::Unsaid;
    case Sign::Sky: return c.sky != Sky::Unsaid;
    case Sign::Air: return c.airC.has_value();
    case Sign::Track: return c.trackC.has_value();
    case Sign::Rubber: return c.rubber != Rubber::Unsaid;
    case Sign::Wind: return c.windFromRad || c.windMps;
    case Sign::Light: return c.light != Light::Unsaid || c.minuteOfDay;
    case Sign::Tyres: return c.tyres != Tyres::Unsaid;
    case Sign::Fuel: return c.fuel != FuelLoad::Unsaid || c.fuelL;
    }
    return false;
}

void paintSign(QPainter& p, const QRectF& box, Sign sign, const Conditions& c) {
    p.save();
    p.translate(box.topLeft());
    p.scale(box.width() / 32, box.height() / 32);
    switch (sign) {
    case Sign::Road: road(p, c.road); break;
    case Sign::Sky: sky(p, c.sky); break;
    case Sign::Air: thermometer(p, c.airC, false); break;
    case Sign::Track: thermometer(p, c.trackC, true); break;
    case Sign::Rubber: rubber(p, c.rubber); break;
    case Sign::Wind: wind(p, c); break;
    case Sign::Light: light(p, c.light); break;
    case Sign::Tyres: tyre(p, c.tyres); break;
    case Sign::Fuel: fuelCan(p, c); break;
    }
    p.restore();
}

} // namespace hl

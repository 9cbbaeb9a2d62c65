// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_gauges.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <cmath>
#include <QCoreApplication>

namespace hl {
namespace {

QString tr(const char* text) { return QCoreApplication::translate("Picture", text); }

void figure(QPainter& p, const QRectF& box, const QString& value, const QString& unit) {
    p.setFont(look::figures(44, look::Weight::Strong));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(box.left(), box.top() + 8, box.width(), 56), Qt::AlignCenter, value);
    p.setFont(look::text(21));
    p.setPen(QColor(look::kReed));
    p.drawText(QRectF(box.left(), box.top() + 68, box.width(), 30), Qt::AlignCenter, unit);
}

void paintSpeed(QPainter& p, const SceneAt& s, const QRectF& box) {
    const double gear = s.live.gear ? 82 : 0;
    if (s.live.gear)
        figure(p, {box.left() + 10, box.top(), 70, box.height()}, QString::number(*s.live.gear), tr("gear"));
    if (s.live.speed)
        figure(p, {box.left() + gear, box.top(), box.width() - gear, box.height()},
               QString::number(std::lround(inUnit(*s.live.speed, s.speedUnit))),
               QString::fromUtf8(symbol(s.speedUnit).data()));
}

void paintPedals(QPainter& p, const SceneAt& s, const QRectF& box) {
    const QRectF strip(box.left() + 12, box.top() + 12, box.width() - 24, 54);
    paintStrip(p, strip, s.strip);
    p.setFont(look::text(21));
    const auto percent = [](double v) { return QString::number(std::lround(v * 100)) + QStringLiteral(" %"); };
    const QRectF below(strip.left(), strip.bottom() + 2, strip.width(), 34);
    p.setPen(QColor(look::kBrake));
    if (s.live.brake)
        p.drawText(below, Qt::AlignVCenter | Qt::AlignLeft, tr("brake") + QLatin1Char(' ') + percent(*s.live.brake));
    p.setPen(QColor(look::kPower));
    if (s.live.throttle)
        p.drawText(below.adjusted(160, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft,
                   tr("power") + QLatin1Char(' ') + percent(*s.live.throttle));
    p.setPen(QColor(look::kReed));
    p.drawText(below, Qt::AlignVCenter | Qt::AlignRight, QString::number(std::lround(s.lineM)) + QStringLiteral(" m"));
}

/// Where a thing hung in the car would swing to: forward when braking. Rings at one and two times gravity.
void paintForces(QPainter& p, const SceneAt& s, const QRectF& box) {
    constexpr double kMostG = 2.2;
    const double perG = (box.height() / 2 - 8) / kMostG;
    const auto c = box.center();
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(look::kMarsh600), 1.5));
    for (const double g : {1.0, 2.0}) p.drawEllipse(c, g * perG, g * perG);
    p.drawLine(c - QPointF(kMostG * perG, 0), c + QPointF(kMostG * perG, 0));
    p.drawLine(c - QPointF(0, kMostG * perG), c + QPointF(0, kMostG * perG));
    double x = s.live.left.value_or(0) / kGravity, y = -s.live.forward.value_or(0) / kGravity;
    const double size = std::hypot(x, y);
    if (size > kMostG) x *= kMostG / size, y *= kMostG / size;
    const QPointF at(c.x() + x * perG, c.y() - y * perG);
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.drawLine(c, at);
    p.setPen(QPen(QColor(look::kMarsh900), 2));
    p.setBrush(QColor(look::kLamp));
    p.drawEllipse(at, 6, 6);
    p.setFont(look::text(17, look::Weight::Strong));
    p.setPen(QColor(look::kMist));
    p.drawText(box.adjusted(0, 0, -7, -3), Qt::AlignRight | Qt::AlignBottom, tr("%1 g").arg(size, 0, 'f', 1));
}

void paintToGo(QPainter& p, const SceneAt& s, const QRectF& box) {
    p.setFont(look::text(23, look::Weight::Strong));
    p.setPen(QColor(look::kReed));
    p.drawText(box.adjusted(16, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, tr(s.toGo->what.c_str()));
    p.setFont(look::figures(28, look::Weight::Strong));
    p.setPen(QColor(look::kLamp));
    p.drawText(box.adjusted(0, 0, -16, 0), Qt::AlignVCenter | Qt::AlignRight,
               tr("%1 m").arg(std::lround(s.toGo->metres)));
}

void paintLapTime(QPainter& p, const SceneAt& s, const QRectF& box) {
    const int minutes = static_cast<int>(*s.lapS / 60);
    const auto text = QStringLiteral("%1:%2").arg(minutes).arg(*s.lapS - 60 * minutes, 4, 'f', 1, QLatin1Char('0'));
    p.setFont(look::figures(28, look::Weight::Strong));
    p.setPen(QColor(look::kMist));
    p.drawText(box.adjusted(16, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, text);
    if (!s.behindS) return;
    const bool later = *s.behindS >= 0; // its sign tells it too
    p.setFont(look::figures(24, look::Weight::Strong));
    p.setPen(QColor(later ? look::kBrake : look::kPower));
    p.drawText(box.adjusted(0, 0, -16, 0), Qt::AlignVCenter | Qt::AlignRight,
               (later ? QStringLiteral("+") : QStringLiteral("\u2212")) +
                   QString::number(std::abs(*s.behindS), 'f', 2));
}

void paintCue(QPainter& p, const SceneAt& s, const QRectF& box) {
    const auto text = QString::fromStdString(s.cue);
    double size = 30;
    while (size > 20 && QFontMetricsF(look::text(size, look::Weight::Heavy)).horizontalAdvance(text) > box.width() - 32)
        size -= 1;
    p.setFont(look::text(size, look::Weight::Heavy));
    p.setPen(QColor(look::kLamp));
    p.drawText(box.adjusted(16, 0, -16, 0), Qt::AlignCenter,
               p.fontMetrics().elidedText(text, Qt::ElideRight, static_cast<int>(box.width()) - 32));
}

struct Painter {
    std::string_view key;
    bool (*says)(const SceneAt&); ///< whether there is anything to read now
    void (*paint)(QPainter&, const SceneAt&, const QRectF&);
};

constexpr Painter kPainters[] = {
    {"speed", [](const SceneAt& s) { return s.live.speed || s.live.gear; }, paintSpeed},
    {"pedals", [](const SceneAt& s) { return !s.strip.throttle.empty() || !s.strip.brake.empty(); }, paintPedals},
    {"forces", [](const SceneAt& s) { return s.live.left && s.live.forward; }, paintForces},
    {"to-go", [](const SceneAt& s) { return s.toGo.has_value(); }, paintToGo},
    {"lap-time", [](const SceneAt& s) { return s.lapS.has_value(); }, paintLapTime},
    {"cue", [](const SceneAt& s) { return !s.cue.empty(); }, paintCue}};

} // namespace

std::vector<QRectF> paintGauges(QPainter& p, const SceneAt& s) {
    std::vector<QRectF> touched;
    for (const auto& g : s.corners.gauges) {
        const auto* painter = std::find_if(std::begin(kPainters), std::end(kPainters),
                                           [&](const Painter& k) { return k.key == g.kind->key; });
        if (painter == std::end(kPainters) || !painter->says(s)) continue;
        const QRectF box(g.box.x, g.box.y, g.box.width, g.box.height);
        paintPlate(p, box);
        painter->paint(p, s, box);
        touched.push_back(box);
    }
    return touched;
}

} // namespace hl

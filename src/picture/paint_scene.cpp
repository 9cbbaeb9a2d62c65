// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_scene.h"

#include "picture/paint_card.h"
#include "picture/paint_marks.h"
#include "picture/tokens.h"

#include <cmath>
#include <QCoreApplication>
#include <QPainterPath>
#include <QTextLayout>

namespace hl {
namespace {

const QColor kPlate(18, 35, 31, 222);

QString tr(const char* text) { return QCoreApplication::translate("Picture", text); }

void plate(QPainter& p, const QRectF& box) {
    p.setPen(Qt::NoPen);
    p.setBrush(kPlate);
    p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
}

QString rateText(double rate) {
    switch (paceOf(rate)) {
    case Pace::Standing: return tr("picture stands");
    case Pace::Quarter: return tr("picture at \u00bc speed");
    case Pace::Half: return tr("picture at \u00bd speed");
    case Pace::Full: return {};
    }
    return {};
}

/// Corner and pace, top left.
QRectF paintTag(QPainter& p, const SceneAt& s) {
    if (!s.corner) return {};
    const bool named = !s.corner->name.empty() && s.labels != CornerLabels::Numbers,
               numbered = !named || s.labels != CornerLabels::Names;
    const auto number = numbered ? QString::number(s.corner->number) : QString(),
               name = named ? QString::fromStdString(s.corner->name) : QString();
    auto pace = rateText(s.rate);
    if (s.section == SectionKind::Run) pace = tr("again, at full speed");
    const QFont big = look::text(30, look::Weight::Heavy), small = look::text(23, look::Weight::Strong);
    const double wNumber = QFontMetricsF(big).horizontalAdvance(number),
                 wName = QFontMetricsF(big).horizontalAdvance(name),
                 wPace = QFontMetricsF(small).horizontalAdvance(pace);
    const QRectF box(28, 24, 20 + wNumber + (name.isEmpty() ? 0 : 12 + wName) + (pace.isEmpty() ? 0 : 22 + wPace) + 20,
                     52);
    plate(p, box);
    double x = box.left() + 20;
    p.setFont(big);
    p.setPen(QColor(look::kLamp));
    p.drawText(QRectF(x, box.top(), wNumber + 2, box.height()), Qt::AlignVCenter, number);
    x += wNumber + 12;
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(x, box.top(), wName + 2, box.height()), Qt::AlignVCenter, name);
    x += name.isEmpty() ? 0 : wName + 22;
    p.setFont(small);
    p.setPen(QColor(paceOf(s.rate) != Pace::Full ? look::kLamp : look::kPower));
    p.drawText(QRectF(x, box.top(), wPace + 2, box.height()), Qt::AlignVCenter, pace);
    return box;
}

/// Gear, speed and the strip of pedals, bottom left.
QRectF paintInputs(QPainter& p, const SceneAt& s) {
    if (s.strip.throttle.empty() && s.strip.brake.empty() && !s.live.speed) return {};
    const QRectF box(28, 590, 700, 108);
    plate(p, box);
    const auto figure = [&](double x, double w, const QString& value, const QString& unit) {
        p.setFont(look::figures(44, look::Weight::Strong));
        p.setPen(QColor(look::kMist));
        p.drawText(QRectF(x, box.top() + 8, w, 56), Qt::AlignCenter, value);
        p.setFont(look::text(21));
        p.setPen(QColor(look::kReed));
        p.drawText(QRectF(x, box.top() + 68, w, 30), Qt::AlignCenter, unit);
    };
    if (s.live.gear) figure(box.left() + 10, 70, QString::number(*s.live.gear), tr("gear"));
    if (s.live.speed)
        figure(box.left() + 82, 106, QString::number(std::lround(inUnit(*s.live.speed, s.speedUnit))),
               QString::fromUtf8(symbol(s.speedUnit).data()));
    const QRectF strip(box.left() + 200, box.top() + 12, box.width() - 216, 54);
    paintStrip(p, strip, s.strip);
    p.setFont(look::text(21));
    const auto percent = [](const std::optional<double>& v) {
        return v ? QString::number(std::lround(*v * 100)) + QStringLiteral(" %") : QString();
    };
    const QRectF below(strip.left(), strip.bottom() + 2, strip.width(), 34);
    p.setPen(QColor(look::kBrake));
    if (s.live.brake)
        p.drawText(below, Qt::AlignVCenter | Qt::AlignLeft, tr("brake") + QLatin1Char(' ') + percent(s.live.brake));
    p.setPen(QColor(look::kPower));
    if (s.live.throttle)
        p.drawText(below.adjusted(160, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft,
                   tr("power") + QLatin1Char(' ') + percent(s.live.throttle));
    p.setPen(QColor(look::kReed));
    p.drawText(below, Qt::AlignVCenter | Qt::AlignRight, QString::number(std::lround(s.atM)) + QStringLiteral(" m"));
    return box;
}

/// The road from above, car in the middle driving upwards, bottom right.
QRectF paintInset(QPainter& p, const SceneAt& s) {
    if (s.inset.left.size() < 2) return {};
    const QRectF box(1072, 506, 180, 192);
    plate(p, box);
    p.save();
    p.setClipRect(box.adjusted(4, 4, -4, -4));
    const double scale = box.height() / 150;
    const QPointF car(box.center().x(), box.bottom() - 50);
    const auto at = [&](Vec2 v) { return QPointF(car.x() + v.x * scale, car.y() - v.y * scale); };
    QPolygonF road;
    for (const auto& v : s.inset.left) road << at(v);
    for (auto v = s.inset.right.rbegin(); v != s.inset.right.rend(); ++v) road << at(*v);
    p.setPen(QPen(QColor(look::kReed), 1));
    p.setBrush(QColor(look::kRoad));
    p.drawPolygon(road);
    QPolygonF line;
    for (const auto& v : s.inset.driven) line << at(v);
    p.setPen(QPen(QColor(look::kLamp), 2));
    p.drawPolyline(line);
    QPolygonF arrow;
    arrow << car + QPointF(0, -9) << car + QPointF(6, 7) << car + QPointF(-6, 7);
    p.setPen(QPen(QColor(look::kMarsh900), 1.5));
    p.setBrush(QColor(look::kMist));
    p.drawPolygon(arrow);
    p.restore();
    return box;
}

QRectF paintCaption(QPainter& p, const QString& text) {
    if (text.isEmpty()) return {};
    const QFont font = look::text(29, look::Weight::Strong);
    QTextLayout layout(text, font);
    QTextOption option(Qt::AlignHCenter);
    layout.setTextOption(option);
    layout.beginLayout();
    double height = 0, widest = 0;
    constexpr double kWidth = 860;
    for (auto line = layout.createLine(); line.isValid(); line = layout.createLine()) {
        line.setLineWidth(kWidth);
        line.setPosition({0, height});
        height += line.height() + 2;
        widest = std::max(widest, line.naturalTextWidth());
    }
    layout.endLayout();
    const QRectF box(640 - widest / 2 - 22, 574 - height - 18, widest + 44, height + 16);
    plate(p, box);
    p.setPen(QColor(look::kMist));
    layout.draw(&p, {640 - kWidth / 2, box.top() + 8});
    return box;
}

} // namespace

std::vector<QRect> paintScene(QPainter& p, const SceneAt& s) {
    p.setRenderHint(QPainter::Antialiasing);
    std::vector<QRectF> touched;
    if (s.card)
        touched.push_back(paintCard(p, s));
    else {
        paintMarks(p, s, touched);
        if (s.panels) {
            touched.push_back(paintTag(p, s));
            touched.push_back(paintInputs(p, s));
            touched.push_back(paintInset(p, s));
        }
        touched.push_back(paintCaption(p, QString::fromStdString(s.caption)));
    }
    std::vector<QRect> whole;
    for (const auto& r : touched)
        if (!r.isEmpty()) whole.push_back(r.adjusted(-2, -2, 2, 2).toAlignedRect().intersected(QRect(0, 0, 1280, 720)));
    return whole;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/strip_view.h"

#include "core/units/figures.h"
#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <QMouseEvent>

namespace hl {
namespace {
constexpr double kLabels = 22;
constexpr int kLow = 84, kHigh = 190;
constexpr double kSpeedShare = 0.5; // of a tall strip
} // namespace

StripView::StripView(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("strip"));
    setFixedHeight(kLow);
    setAccessibleName(tr("Pedals over the road in this corner"));
    connect(&player_, &Player::moved, this, [this] { update(); });
    connect(&desk_, &Desk::changed, this, qOverload<>(&QWidget::update));
    for (const auto signal : {&Desk::besideChanged}) connect(&desk_, signal, this, [this] { update(); });
    connect(&desk_, &Desk::cornerChosen, this, [this] { update(); });
}

void StripView::setTall(bool tall) {
    tall_ = tall;
    setFixedHeight(tall ? kHigh : kLow);
    update();
}

/// Speed over the road, its lowest and highest values written where they are; the laps beside dashed and dotted.
void StripView::paintSpeed(QPainter& p, const QRectF& box, const GuideCorner& c) const {
    const auto speedsOf = [&](const LapTrace& t) {
        std::vector<std::pair<double, double>> speed;
        for (double m = c.startM; m <= c.endM; m += 2) speed.emplace_back(m, sampleAt(t.s, t.v, m));
        return speed;
    };
    const auto speed = speedsOf(desk_.session().trace);
    if (speed.size() < 2) return;
    const auto by = [](const auto& a, const auto& b) { return a.second < b.second; };
    const auto slow = *std::min_element(speed.begin(), speed.end(), by),
               fast = *std::max_element(speed.begin(), speed.end(), by);
    double low = slow.second, high = fast.second;
    for (const auto& b : desk_.beside())
        for (const auto& s : speedsOf(b->lap)) low = std::min(low, s.second), high = std::max(high, s.second);
    const double span = std::max(5.0, high - low);
    const auto at = [&](const std::pair<double, double>& s) {
        return QPointF(box.left() + (s.first - c.startM) / (c.endM - c.startM) * box.width(),
                       box.bottom() - 6 - (s.second - low) / span * (box.height() - 26));
    };
    const auto draw = [&](const std::vector<std::pair<double, double>>& line, const QPen& pen) {
        QPolygonF points;
        for (const auto& s : line) points << at(s);
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPolyline(points);
    };
    Qt::PenStyle style = Qt::DashLine;
    for (const auto& b : desk_.beside())
        draw(speedsOf(b->lap), QPen(QColor(style == Qt::DashLine ? look::kMist : look::kReed), 1.5, style)),
            style = Qt::DotLine;
    draw(speed, QPen(QColor(desk_.beside().empty() ? look::kMist : look::kLamp), 2));
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    p.setPen(QColor(look::kMist));
    const auto figure = [&](const std::pair<double, double>& s, double dy) {
        const auto text = QString::fromStdString(speedText(s.second, desk_.speedUnit()));
        const double w = p.fontMetrics().horizontalAdvance(text);
        p.drawText(QPointF(std::clamp(at(s).x() - w / 2, box.left() + 4, box.right() - w - 4), at(s).y() + dy), text);
    };
    figure(fast, -6);
    figure(slow, -8);
    if (desk_.beside().empty()) return;
    const auto& d = desk_.beside().front()->delta;
    const double lost = sampleAt(d.s, d.behindS, c.endM) - sampleAt(d.s, d.behindS, c.startM);
    const auto text = lost >= 0 ? tr("%1 s lost here to %2") : tr("%1 s gained here on %2");
    p.drawText(box.adjusted(6, 2, -6, 0), Qt::AlignRight | Qt::AlignTop,
               text.arg(std::abs(lost), 0, 'f', 2).arg(QString::fromStdString(desk_.beside().front()->name)));
}

/// The first lap beside, drawn over the pedals as outlines.
void StripView::paintOtherPedals(QPainter& p, const QRectF& box, const GuideCorner& c) const {
    if (desk_.beside().empty()) return;
    const auto& t = desk_.beside().front()->lap;
    const std::pair<const std::vector<double>*, QRgb> pedals[] = {{&t.throttle, look::kPower},
                                                                  {&t.brake, look::kBrake}};
    p.setBrush(Qt::NoBrush);
    for (const auto& [pedal, colour] : pedals) {
        if (pedal->empty()) continue;
        QPolygonF line;
        for (double m = c.startM; m <= c.endM; m += 2)
            line << QPointF(box.left() + (m - c.startM) / (c.endM - c.startM) * box.width(),
                            box.bottom() - sampleAt(t.s, *pedal, m) * box.height());
        p.setPen(QPen(QColor(colour), 1.5, Qt::DashLine));
        p.drawPolyline(line);
    }
}

/// Where this corner has a fault: a lozenge with its cost.
void StripView::paintFindings(QPainter& p, const GuideCorner& c) const {
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    for (const auto* fault : openFaults(desk_.session().study, desk_.guide())) {
        const auto& f = *fault;
        if (f.corner != c.id) continue;
        const QPointF at((f.atM - c.startM) / (c.endM - c.startM) * width(), height() - 12);
        p.setPen(QPen(QColor(look::kMarsh900), 1));
        p.setBrush(QColor(look::kWrongOnDark));
        p.drawPolygon(QPolygonF({at + QPointF(0, -7), at + QPointF(6, 0), at + QPointF(0, 7), at + QPointF(-6, 0)}));
        p.setPen(QColor(look::kMist));
        if (f.costS > 0) p.drawText(at + QPointF(9, 4), tr("%1 s").arg(f.costS, 0, 'f', 2));
    }
}

void StripView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), QColor(look::kMarsh800));
    const auto* c = desk_.chosen();
    if (!c) return;
    const auto& t = desk_.session().trace;
    InputStrip s{c->startM, c->endM, player_.metre(), {}, {}, {}};
    for (double m = s.fromM; m <= s.toM; m += 2) {
        s.atM.push_back(m);
        if (!t.throttle.empty()) s.throttle.push_back(sampleAt(t.s, t.throttle, m));
        if (!t.brake.empty()) s.brake.push_back(sampleAt(t.s, t.brake, m));
    }
    const double speedHeight = tall_ ? (height() - kLabels) * kSpeedShare : 0;
    if (tall_) paintSpeed(p, QRectF(0, kLabels, width(), speedHeight), *c);
    const QRectF pedals(0, kLabels + speedHeight, width(), height() - kLabels - speedHeight - 2);
    paintStrip(p, pedals, s);
    paintOtherPedals(p, pedals, *c);
    if (tall_) paintFindings(p, *c);
    const auto* f = desk_.factsOf(c->id);
    p.setFont(look::text(look::kTiny));
    double taken = -1e9;
    QList<QPair<double, QString>> events{{c->turnInM, tr("turn-in")}, {c->apexM, tr("apex")}};
    if (f && f->brakeOnsetM) events.append({f->brakeOnsetM->value, tr("brake")});
    if (f && f->throttlePickupM) events.append({f->throttlePickupM->value, tr("power")});
    if (f && f->fullThrottleM) events.append({f->fullThrottleM->value, tr("full")});
    std::sort(events.begin(), events.end());
    for (const auto& [m, name] : events) {
        const double x = (m - s.fromM) / (s.toM - s.fromM) * width();
        p.setPen(QPen(QColor(look::kReed), 1));
        p.drawLine(QPointF(x, kLabels - 4), QPointF(x, height()));
        const double w = p.fontMetrics().horizontalAdvance(name);
        if (x < taken + 6 || x + w + 4 > width()) continue;
        p.setPen(QColor(look::kMist));
        p.drawText(QPointF(x + 4, 15), name);
        taken = x + w + 4;
    }
}

void StripView::mousePressEvent(QMouseEvent* e) {
    if (const auto* c = desk_.chosen()) player_.seekMetre(lerp(c->startM, c->endM, e->position().x() / width()));
}

} // namespace hl

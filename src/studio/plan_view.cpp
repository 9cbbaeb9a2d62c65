// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/plan_view.h"

#include "picture/tokens.h"

#include <cmath>
#include <QMouseEvent>
#include <QPainter>

namespace hl {
namespace {

constexpr double kMargin = 18;  // px
constexpr double kBeforeM = 25; // m of road shown before braking and after full power

QPointF at(const QTransform& t, Vec3 p) { return t.map(QPointF(p.x, p.y)); }

} // namespace

PlanView::PlanView(Desk& desk, Player& player, QWidget* parent) : QWidget(parent), desk_(desk), player_(player) {
    setObjectName(QStringLiteral("plan"));
    setAccessibleName(tr("The corner from above. A click moves the car there."));
    const auto again = [this] {
        toWidget_ = fitted();
        update();
    };
    connect(&desk_, &Desk::opened, this, again);
    connect(&desk_, &Desk::changed, this, again);
    connect(&desk_, &Desk::cornerChosen, this, again);
    connect(&player_, &Player::moved, this, [this] { update(); });
}

void PlanView::setWholeLap(bool whole) {
    wholeLap_ = whole;
    update();
}

PlanView::Stretch PlanView::shown() const {
    const auto* c = desk_.chosen();
    if (wholeLap_ || !c) return {0, desk_.material().trace.lengthM};
    const auto* f = desk_.factsOf(c->number);
    // the road from the braking to full power; the long straights would make the corner small
    const double from = f && f->brakeOnsetM ? f->brakeOnsetM->value : c->turnInM - 60;
    const double to = f && f->fullThrottleM ? f->fullThrottleM->value : c->endM;
    return {std::max(c->startM, from - kBeforeM), std::min(c->endM, std::max(to, c->apexM + 30) + kBeforeM)};
}

QTransform PlanView::fitted() const {
    if (!desk_.isOpen() || !desk_.material().road) return {};
    const auto& road = *desk_.material().road;
    const auto s = shown();
    // Driven upwards: from the first to the middle of what is shown.
    const auto a = onRoad(road, s.fromM, 0, 0), b = onRoad(road, (s.fromM + s.toM) / 2, 0, 0);
    const double heading = wholeLap_ ? kPi / 2 : std::atan2(b.y - a.y, b.x - a.x);
    QTransform turn;
    turn.scale(1, -1); // north is up, pixels grow downwards
    turn.rotate(deg(kPi / 2 - heading));
    QRectF box;
    for (double m = s.fromM; m <= s.toM; m += 4)
        for (const double side : {-1.0, 1.0}) {
            const auto frame = frameAt(road, m);
            const auto p = at(turn, onRoad(road, m, side > 0 ? frame.left : -frame.right, 0));
            box = box.isNull() ? QRectF(p, QSizeF(0.01, 0.01)) : box.united(QRectF(p, QSizeF(0.01, 0.01)));
        }
    const double scale = std::min((width() - 2 * kMargin) / box.width(), (height() - 2 * kMargin) / box.height());
    QTransform place;
    place.translate(width() / 2.0, height() / 2.0);
    place.scale(scale, scale);
    place.translate(-box.center().x(), -box.center().y());
    return turn * place;
}

QPointF PlanView::placed(double atM, double lateralM) const {
    return desk_.isOpen() && desk_.material().road ? at(fitted(), onRoad(*desk_.material().road, atM, lateralM, 0))
                                                   : QPointF();
}

void PlanView::paintRoad(QPainter& p, const Stretch& s) const {
    const auto& m = desk_.material();
    const auto& road = *m.road;
    const double step = wholeLap_ ? 6 : 2;
    // well beyond what is shown, so that the road leaves the picture instead of ending in it
    const double from = wholeLap_ ? s.fromM : s.fromM - 150, to = wholeLap_ ? s.toM : s.toM + 150;
    QPolygonF left, right, shape;
    for (double x = from; x <= to; x += step) {
        const auto f = frameAt(road, x);
        left << at(toWidget_, onRoad(road, x, f.left, 0));
        right << at(toWidget_, onRoad(road, x, -f.right, 0));
    }
    shape = left;
    for (auto i = right.size(); i-- > 0;) shape << right[i];
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kRoad));
    p.drawPolygon(shape, Qt::WindingFill);
    // edges that are only supposed are dashed
    p.setPen(QPen(QColor(look::kReed), 1.2, road.edgesAssumed ? Qt::DashLine : Qt::SolidLine));
    p.setBrush(Qt::NoBrush);
    p.drawPolyline(left);
    p.drawPolyline(right);
    for (const auto& k : road.kerbs) {
        if (k.toM < from || k.fromM > to) continue;
        QPolygonF line;
        for (double x = k.fromM; x <= k.toM; x += 2) {
            const auto f = frameAt(road, x);
            line << at(toWidget_, onRoad(road, x, k.left ? f.left + 0.5 : -f.right - 0.5, 0));
        }
        p.setPen(QPen(QColor(look::kKerb), wholeLap_ ? 2 : 5, Qt::SolidLine, Qt::FlatCap));
        p.drawPolyline(line);
    }
    QPolygonF driven;
    for (double x = from; x <= to; x += step)
        driven << at(toWidget_,
                     onRoad(road, x, m.trace.lateral.empty() ? 0 : sampleAt(m.trace.s, m.trace.lateral, x), 0));
    p.setPen(QPen(QColor(look::kLamp), wholeLap_ ? 1.5 : 2.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(driven);
}

/// Braking is hatched along the line, power dotted, as everywhere; turn-in and apex are ticks with their word.
void PlanView::paintEvents(QPainter& p) const {
    const auto& m = desk_.material();
    const auto* c = desk_.chosen();
    const auto* f = c ? desk_.factsOf(c->number) : nullptr;
    if (!f || wholeLap_) return;
    const auto& road = *m.road;
    const double away = c->side == Side::Left ? -1 : 1; // words stand on the outside of the bend
    p.setFont(look::text(look::kTiny));
    const auto tick = [&](double atM, const QString& word, QRgb colour) {
        const double lateral = m.trace.lateral.empty() ? 0 : sampleAt(m.trace.s, m.trace.lateral, atM);
        const auto on = at(toWidget_, onRoad(road, atM, lateral, 0));
        const auto frame = frameAt(road, atM);
        const auto beyond = at(toWidget_, onRoad(road, atM, away > 0 ? frame.left + 3 : -frame.right - 3, 0));
        p.setPen(QPen(QColor(colour), 1.5));
        p.drawLine(on, beyond);
        p.setBrush(QColor(colour));
        p.drawEllipse(on, 3.5, 3.5);
        const double w = p.fontMetrics().horizontalAdvance(word);
        const bool leftOfRoad = beyond.x() < on.x();
        const QPointF text(std::clamp(leftOfRoad ? beyond.x() - w - 4 : beyond.x() + 4, 2.0, width() - w - 2),
                           beyond.y() + 4);
        p.drawText(text, word);
    };
    if (f->brakeOnsetM) tick(f->brakeOnsetM->value, tr("brake"), look::kBrake);
    tick(c->apexM, tr("apex"), look::kMist);
    if (f->throttlePickupM) tick(f->throttlePickupM->value, tr("power"), look::kPower);
}

void PlanView::paintScale(QPainter& p) const {
    const double perMetre = std::hypot(toWidget_.m11(), toWidget_.m12());
    if (perMetre <= 0) return;
    double length = 10;
    for (const double l : {20.0, 50.0, 100.0, 200.0, 500.0})
        if (l * perMetre < width() * 0.3) length = l;
    const double y = height() - 10, x = 10;
    p.setPen(QPen(QColor(look::kReed), 1));
    p.drawLine(QPointF(x, y), QPointF(x + length * perMetre, y));
    p.setFont(look::text(look::kTiny));
    p.drawText(QPointF(x, y - 5), tr("%1 m").arg(length));
}

void PlanView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), QColor(look::kMarsh800));
    if (!desk_.isOpen()) return;
    if (!desk_.material().road) {
        p.setPen(QColor(look::kReed));
        p.setFont(look::text(look::kSmall));
        p.drawText(rect().adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("The log has no positions, so there is nothing to see from above."));
        return;
    }
    toWidget_ = fitted();
    paintRoad(p, shown());
    paintEvents(p);
    paintScale(p);
    const double now = player_.metre();
    const auto& t = desk_.material().trace;
    const auto car =
        at(toWidget_, onRoad(*desk_.material().road, now, t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, now), 0));
    const auto ahead = at(toWidget_, onRoad(*desk_.material().road, now + 2,
                                            t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, now + 2), 0));
    const double angle = std::atan2(ahead.y() - car.y(), ahead.x() - car.x());
    p.translate(car);
    p.rotate(deg(angle));
    p.setPen(QPen(QColor(look::kMarsh900), 1));
    p.setBrush(QColor(look::kMist));
    p.drawPolygon(QPolygonF({{9, 0}, {-6, 6}, {-3, 0}, {-6, -6}}));
}

void PlanView::goTo(QPointF where) {
    if (!desk_.isOpen() || !desk_.material().road) return;
    bool plain = false;
    const auto plane = fitted().inverted(&plain).map(where);
    if (!plain) return;
    const auto s = shown();
    const double place =
        placeOf(*desk_.material().road, {plane.x(), plane.y()}, wholeLap_ ? kNaN : (s.fromM + s.toM) / 2).atM;
    const double length = desk_.material().trace.lengthM;
    if (wholeLap_)
        for (const auto& c : desk_.guide().corners)
            if (place >= c.startM && place < c.endM) desk_.choose(c.number);
    player_.seekMetre(s.fromM < 0 && place > length / 2 ? place - length : place);
}

void PlanView::mousePressEvent(QMouseEvent* e) { goTo(e->position()); }
void PlanView::mouseMoveEvent(QMouseEvent* e) {
    if (e->buttons()) goTo(e->position());
}

} // namespace hl

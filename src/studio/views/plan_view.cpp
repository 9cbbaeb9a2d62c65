// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/plan_view.h"

#include "picture/tokens.h"

#include <cmath>
#include <QMouseEvent>
#include <QPainter>
#include <QTimer>

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
    connect(&desk_, &Desk::opened, this, [this] { // in a turn of its own: the window has enough to paint
        constexpr int kLaterMs = 30;
        ready_ = false;
        QTimer::singleShot(kLaterMs, this, [this] {
            ready_ = true;
            toWidget_ = fitted();
            update();
        });
    });
    connect(&desk_, &Desk::changed, this, again);
    connect(&desk_, &Desk::cornerChosen, this, again);
    connect(&desk_, &Desk::besideChanged, this, again);
    connect(&player_, &Player::moved, this, [this] { update(); });
}

void PlanView::setWholeLap(bool whole) {
    wholeLap_ = whole;
    update();
}

void PlanView::setMarksShown(bool shown) {
    marksShown_ = shown;
    update();
}

PlanView::Stretch PlanView::shown() const {
    const auto* c = desk_.chosen();
    if (wholeLap_ || !c) return {0, desk_.session().trace.lengthM};
    const auto* f = desk_.factsOf(c->id);
    // the road from the braking to full power; the long straights would make the corner small
    const double from = f && f->brakeOnsetM ? f->brakeOnsetM->value : c->turnInM - 60;
    const double to = f && f->fullThrottleM ? f->fullThrottleM->value : c->endM;
    return {std::max(c->startM, from - kBeforeM), std::min(c->endM, std::max(to, c->apexM + 30) + kBeforeM)};
}

QTransform PlanView::fitted() const {
    if (!desk_.isOpen() || !desk_.session().road) return {};
    const auto& road = *desk_.session().road;
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
    return desk_.isOpen() && desk_.session().road ? at(fitted(), onRoad(*desk_.session().road, atM, lateralM, 0))
                                                  : QPointF();
}

void PlanView::paintRoad(QPainter& p, const Stretch& s) const {
    const auto& m = desk_.session();
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
}

namespace {

QPolygonF lineOf(const QTransform& to, const Track& road, const LapTrace& t, double from, double until, double step) {
    QPolygonF line;
    for (double x = from; x <= until; x += step)
        line << at(to, onRoad(road, x, t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, x), 0));
    return line;
}

/// Seconds lost per 100 m around a place: what the line's colour and width tell.
double losing(const LapDelta& d, double atM) {
    constexpr double kHalfM = 20;
    return d.s.empty()
               ? 0
               : (sampleAt(d.s, d.behindS, atM + kHalfM) - sampleAt(d.s, d.behindS, atM - kHalfM)) / (2 * kHalfM) * 100;
}

} // namespace

/// The other laps dashed and dotted; this lap on top, thick where it loses against the first of them, thin where it
/// gains.
void PlanView::paintDriven(QPainter& p, const Stretch& s) const {
    const auto& m = desk_.session();
    const auto& road = *m.road;
    const double step = wholeLap_ ? 6 : 2, from = wholeLap_ ? s.fromM : s.fromM - 150,
                 to = wholeLap_ ? s.toM : s.toM + 150;
    Qt::PenStyle style = Qt::DashLine;
    p.setBrush(Qt::NoBrush);
    for (const auto& b : desk_.beside()) {
        p.setPen(
            QPen(QColor(style == Qt::DashLine ? look::kMist : look::kReed), 1.5, style, Qt::FlatCap, Qt::RoundJoin));
        p.drawPolyline(lineOf(toWidget_, road, b->lap, from, to, step));
        style = Qt::DotLine;
    }
    const double usual = wholeLap_ ? 1.5 : 2.5;
    if (desk_.beside().empty()) {
        p.setPen(QPen(QColor(look::kLamp), usual, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.drawPolyline(lineOf(toWidget_, road, m.trace, from, to, step));
        return;
    }
    constexpr double kWorth = 0.03; // s per 100 m
    for (double x = from; x < to; x += 3 * step) {
        const double loses = losing(desk_.beside().front()->delta, x);
        const bool slower = loses > kWorth, faster = loses < -kWorth;
        p.setPen(QPen(QColor(slower ? look::kBrake : (faster ? look::kPower : look::kLamp)),
                      slower ? 2 * usual : (faster ? 0.7 * usual : usual), Qt::SolidLine, Qt::FlatCap, Qt::RoundJoin));
        p.drawPolyline(lineOf(toWidget_, road, m.trace, x, x + 3 * step, step));
    }
}

/// Which line is whose.
void PlanView::paintLegend(QPainter& p) const {
    if (desk_.beside().empty()) return;
    p.setFont(look::text(look::kTiny));
    const double wide = 108, high = 16.0 * static_cast<double>(2 + desk_.beside().size()) + 8;
    const QRectF plate(width() - wide - 6, height() - high - 6, wide, high);
    p.fillRect(plate, QColor(look::kMarsh900));
    double y = plate.top() + 16;
    const auto row = [&](const QString& text, QRgb colour, double thick, Qt::PenStyle style) {
        p.setPen(QPen(QColor(colour), thick, style, Qt::FlatCap));
        p.drawLine(QPointF(plate.left() + 6, y - 4), QPointF(plate.left() + 32, y - 4));
        p.setPen(QColor(look::kMist));
        p.drawText(QPointF(plate.left() + 38, y),
                   p.fontMetrics().elidedText(text, Qt::ElideMiddle, static_cast<int>(wide) - 42));
        y += 16;
    };
    row(tr("loses"), look::kBrake, 5, Qt::SolidLine);
    row(tr("gains"), look::kPower, 1.8, Qt::SolidLine);
    Qt::PenStyle style = Qt::DashLine;
    for (const auto& b : desk_.beside())
        row(QString::fromStdString(b->name), style == Qt::DashLine ? look::kMist : look::kReed, 1.5, style),
            style = Qt::DotLine;
}

/// Braking is hatched along the line, power dotted, as everywhere; turn-in and apex are ticks with their word.
void PlanView::paintEvents(QPainter& p) const {
    const auto& m = desk_.session();
    const auto* c = desk_.chosen();
    const auto* f = c ? desk_.factsOf(c->id) : nullptr;
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
    const auto held = [&](Bound b) { return drag_ && drag_->bound == b; };
    tick(held(Bound::TurnIn) ? drag_->atM : c->turnInM, tr("turn-in"), held(Bound::TurnIn) ? look::kLamp : look::kReed);
    tick(held(Bound::Apex) ? drag_->atM : c->apexM, tr("apex"), held(Bound::Apex) ? look::kLamp : look::kMist);
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
    if (!desk_.isOpen() || !ready_) return;
    if (!desk_.session().road) {
        p.setPen(QColor(look::kReed));
        p.setFont(look::text(look::kSmall));
        p.drawText(rect().adjusted(16, 0, -16, 0), Qt::AlignCenter | Qt::TextWordWrap,
                   tr("The log has no positions, so there is nothing to see from above."));
        return;
    }
    toWidget_ = fitted();
    paintRoad(p, shown());
    paintDriven(p, shown());
    paintEvents(p);
    if (marksShown_)
        for (auto s : markSpots(desk_)) {
            const bool held = hold_ && hold_->from.mark == s.mark;
            if (held) s = hold_->now;
            paintMarkSpot(p, placed(s.atM, s.leftM), held);
        }
    paintScale(p);
    paintLegend(p);
    const double now = player_.metre();
    const auto& t = desk_.session().trace;
    const auto car =
        at(toWidget_, onRoad(*desk_.session().road, now, t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, now), 0));
    const auto ahead = at(toWidget_, onRoad(*desk_.session().road, now + 2,
                                            t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, now + 2), 0));
    const double angle = std::atan2(ahead.y() - car.y(), ahead.x() - car.x());
    p.translate(car);
    p.rotate(deg(angle));
    p.setPen(QPen(QColor(look::kMarsh900), 1));
    p.setBrush(QColor(look::kMist));
    p.drawPolygon(QPolygonF({{9, 0}, {-6, 6}, {-3, 0}, {-6, -6}}));
}

QPointF PlanView::boundAt(Bound bound) const {
    const auto* c = desk_.chosen();
    const auto& t = desk_.session().trace;
    return c ? placed(boundOf(*c, bound), t.lateral.empty() ? 0 : sampleAt(t.s, t.lateral, boundOf(*c, bound)))
             : QPointF();
}

std::optional<double> PlanView::metreAt(QPointF where) const {
    if (!desk_.isOpen() || !desk_.session().road) return std::nullopt;
    bool plain = false;
    const auto plane = fitted().inverted(&plain).map(where);
    if (!plain) return std::nullopt;
    const auto s = shown();
    const double place =
        placeOf(*desk_.session().road, {plane.x(), plane.y()}, wholeLap_ ? kNaN : (s.fromM + s.toM) / 2).atM;
    const double length = desk_.session().trace.lengthM;
    return s.fromM < 0 && place > length / 2 ? place - length : place;
}

void PlanView::goTo(QPointF where) {
    const auto place = metreAt(where);
    if (!place) return;
    if (wholeLap_)
        for (const auto& c : desk_.guide().corners)
            if (*place >= c.startM && *place < c.endM) desk_.choose(c.id);
    player_.seekMetre(*place);
}

void PlanView::mousePressEvent(QMouseEvent* e) {
    if (marksShown_ && desk_.isOpen() && desk_.session().road)
        if (const auto s =
                spotUnder(desk_, e->position(), [this](const MarkSpot& m) { return placed(m.atM, m.leftM); })) {
            hold_ = MarkHold{*s, *s};
            return update();
        }
    if (desk_.chosen() && !wholeLap_)
        for (const Bound b : {Bound::Apex, Bound::TurnIn})
            if (QLineF(boundAt(b), e->position()).length() < 8) {
                drag_ = BoundDrag{desk_.corner(), b, boundOf(*desk_.chosen(), b)};
                player_.seekMetre(drag_->atM);
                return;
            }
    goTo(e->position());
}

void PlanView::mouseMoveEvent(QMouseEvent* e) {
    if (!e->buttons()) return;
    if (hold_) {
        const auto plane = toWidget_.inverted().map(e->position());
        const auto place = placeOf(*desk_.session().road, {plane.x(), plane.y()}, hold_->now.atM);
        hold_->now.atM += std::remainder(place.atM - hold_->now.atM, desk_.session().trace.lengthM);
        hold_->now.leftM = place.lateralM;
        return update();
    }
    if (!drag_) return goTo(e->position());
    const auto place = metreAt(e->position());
    if (!place) return;
    const double perMetre = std::max(0.1, std::hypot(toWidget_.m11(), toWidget_.m12()));
    drag_->atM = e->modifiers() & Qt::AltModifier ? *place : snapped(desk_, drag_->corner, *place, 6 / perMetre);
    player_.seekMetre(drag_->atM);
    update();
}

void PlanView::mouseReleaseEvent(QMouseEvent*) {
    if (const auto held = std::exchange(hold_, std::nullopt)) {
        letGo(desk_, *held);
        return update();
    }
    if (!drag_) return;
    const auto done = *drag_;
    drag_.reset();
    if (const auto* c = desk_.chosen(); c && boundOf(*c, done.bound) != done.atM) letGo(desk_, done);
    update();
}

} // namespace hl

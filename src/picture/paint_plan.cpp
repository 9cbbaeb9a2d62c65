// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_plan.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <cmath>
#include <QCoreApplication>
#include <QPainterPath>

namespace hl {
namespace {

QString tr(const char* text) { return QCoreApplication::translate("Picture", text); }

QPolygonF polygon(const std::vector<Vec2>& line) {
    QPolygonF out;
    for (const auto& v : line) out << QPointF(v.x, v.y);
    return out;
}

void paintRoad(QPainter& p, const PlanPicture& plan) {
    auto road = polygon(plan.left);
    for (auto v = plan.right.rbegin(); v != plan.right.rend(); ++v) road << QPointF(v->x, v->y);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(look::kRoad));
    p.drawPolygon(road);
    p.setPen(QPen(QColor(look::kMist), std::clamp(plan.pxPerM * 0.25, 1.0, 2.5),
                  plan.roadAssumed ? Qt::DotLine : Qt::SolidLine));
    p.drawPolyline(polygon(plan.left));
    p.drawPolyline(polygon(plan.right));
    p.setPen(QPen(QColor(look::kMarsh900), 1));
    p.setBrush(QColor(look::kKerb));
    for (const auto& k : plan.kerbs) p.drawPolygon(polygon(k));
}

/// A pedal as a band along the driven line, as wide as it is pressed: the brake on its left, power on its right.
QPainterPath band(const PlanPicture& plan, const std::vector<double>& pressed, double side, double widest) {
    constexpr double kPressed = 0.03;
    QPainterPath path;
    const auto& line = plan.driven;
    const auto beyond = [&](std::size_t i) {
        const auto& a = line[i > 0 ? i - 1 : 0];
        const auto& b = line[std::min(i + 1, line.size() - 1)];
        const double dx = b.x - a.x, dy = b.y - a.y, length = std::max(1e-6, std::hypot(dx, dy)),
                     w = side * widest * pressed[i];
        return QPointF(line[i].x + w * dy / length, line[i].y - w * dx / length);
    };
    for (std::size_t i = 0; i + 1 < line.size();) {
        if (pressed[i] < kPressed) {
            ++i;
            continue;
        }
        std::size_t end = i;
        while (end + 1 < line.size() && pressed[end] >= kPressed) ++end;
        path.moveTo(line[i].x, line[i].y);
        for (std::size_t k = i; k <= end; ++k) path.lineTo(beyond(k));
        for (std::size_t k = end + 1; k-- > i;) path.lineTo(line[k].x, line[k].y);
        path.closeSubpath();
        i = end + 1;
    }
    return path;
}

void paintPedals(QPainter& p, const PlanPicture& plan) {
    if (plan.brake.size() != plan.driven.size() || plan.driven.size() < 2) return;
    static const QBrush hatch = brakeHatch(look::kBrake), dots = powerDots(look::kPower);
    const double widest = std::clamp(plan.pxPerM * 5, 6.0, 26.0);
    p.setPen(QPen(QColor(look::kBrake), 1.4));
    p.setBrush(hatch);
    p.drawPath(band(plan, plan.brake, 1, widest));
    p.setPen(QPen(QColor(look::kPower), 1.4));
    p.setBrush(dots);
    p.drawPath(band(plan, plan.power, -1, widest));
}

void paintLines(QPainter& p, const PlanPicture& plan) {
    const double thick = std::clamp(plan.pxPerM * 0.8, 1.6, 3.5);
    QPen over(QColor(look::kSteering), thick, Qt::SolidLine, Qt::FlatCap, Qt::RoundJoin);
    over.setDashPattern({1.2, 1.6});
    p.setBrush(Qt::NoBrush);
    if (!plan.over.empty()) {
        p.setPen(over);
        p.drawPolyline(polygon(plan.over));
    }
    p.setPen(QPen(QColor(look::kLamp), thick, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPolyline(polygon(plan.driven));
    QPen advised(QColor(look::kMist), thick, Qt::SolidLine, Qt::FlatCap, Qt::RoundJoin);
    advised.setDashPattern({4, 2.4});
    p.setPen(advised);
    for (const auto& line : plan.advised) p.drawPolyline(polygon(line));
}

/// Where a name may stand beside its dot: away from the road, farther and farther, else to its sides.
std::vector<QRectF> placesBeside(const PlanThing& thing, double width, double height) {
    constexpr double kGap = 12, kFarther[] = {0, 12, 26};
    const double out = 0.5 * (std::abs(thing.outward.x) * width + std::abs(thing.outward.y) * height);
    std::vector<QRectF> places;
    const auto add = [&](double x, double y) {
        places.emplace_back(thing.at.x + x - width / 2, thing.at.y + y - height / 2, width, height);
    };
    for (const double d : kFarther) add(thing.outward.x * (kGap + d + out), thing.outward.y * (kGap + d + out));
    const double right = kGap + width / 2;
    for (const double x : {right, -right}) add(thing.outward.x >= 0 ? x : -x, 0);
    return places;
}

/// Whether something lies over the road, which is drawn in pieces shorter than any name is high.
bool overRoad(const PlanPicture& plan, const QRectF& name) {
    const auto box = name.adjusted(-4, -4, 4, 4);
    for (std::size_t i = 0; i < std::min(plan.left.size(), plan.right.size()); ++i) {
        const QPointF left(plan.left[i].x, plan.left[i].y), right(plan.right[i].x, plan.right[i].y);
        if (box.contains(left) || box.contains(right) || box.contains((left + right) / 2)) return true;
    }
    return false;
}

/// From a dot to a name that stands too far from it to be its own at a glance.
void paintLeader(QPainter& p, const QPointF& dot, const QRectF& name) {
    constexpr double kNear = 18;
    const QPointF end(std::clamp(dot.x(), name.left(), name.right()), std::clamp(dot.y(), name.top(), name.bottom()));
    if (std::hypot(end.x() - dot.x(), end.y() - dot.y()) <= kNear) return;
    p.setPen(QPen(QColor(look::kReed), 1.2));
    p.drawLine(dot, end);
}

void paintReferences(QPainter& p, const PlanPicture& plan, std::vector<QRectF> taken) {
    p.setFont(look::text(21));
    const QFontMetricsF m(p.font());
    for (const auto& r : plan.references) {
        const QRectF dot(r.at.x - 4.5, r.at.y - 4.5, 9, 9);
        p.setPen(QPen(QColor(look::kMarsh900), 2));
        p.setBrush(QColor(look::kMist));
        p.drawRect(dot);
        taken.push_back(dot);
    }
    const QRectF whole(plan.box.x + 6, plan.box.y + 6, plan.box.width - 12, plan.box.height - 12);
    for (const auto& r : plan.references) {
        const auto text = QString::fromStdString(r.label);
        const auto places = placesBeside(r, m.horizontalAdvance(text), m.height());
        const auto free = [&](const QRectF& box) {
            return whole.contains(box) &&
                   std::none_of(taken.begin(), taken.end(), [&](const QRectF& t) { return t.intersects(box); });
        };
        auto at = std::find_if(places.begin(), places.end(),
                               [&](const QRectF& box) { return free(box) && !overRoad(plan, box); });
        if (at == places.end()) at = std::find_if(places.begin(), places.end(), free); // on the road rather than not
        if (at == places.end()) continue;
        taken.push_back(*at);
        paintLeader(p, {r.at.x, r.at.y}, *at);
        QPainterPath letters;
        letters.addText(at->left(), at->top() + m.ascent(), p.font(), text);
        p.strokePath(letters, QPen(QColor(look::kMarsh900), 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
        p.fillPath(letters, QColor(look::kMist));
    }
}

/// As long as a car where that can be seen; its way as a thin line where the nose stands to it at an angle.
void paintCar(QPainter& p, const PlanPicture& plan, const PlanCar& car, bool other) {
    constexpr double kLongM = 4.6, kSlipShown = 0.026; // a degree and a half
    const double length = std::max(18.0, kLongM * plan.pxPerM), half = length * 0.24;
    p.save();
    p.translate(car.at.x, car.at.y);
    p.rotate(-deg(car.headingRad - car.slipRad));
    if (std::abs(car.slipRad) > kSlipShown) {
        p.setPen(QPen(QColor(look::kMarsh900), 4));
        p.drawLine(QPointF(0, 0), QPointF(length * 1.7, 0));
        p.setPen(QPen(QColor(other ? look::kSteering : look::kLamp), 2));
        p.drawLine(QPointF(0, 0), QPointF(length * 1.7, 0));
    }
    p.rotate(-deg(car.slipRad));
    QPolygonF body;
    body << QPointF(length / 2, 0) << QPointF(length * 0.2, half) << QPointF(-length / 2, half)
         << QPointF(-length * 0.36, 0) << QPointF(-length / 2, -half) << QPointF(length * 0.2, -half);
    p.setPen(QPen(QColor(look::kMarsh900), 2));
    p.setBrush(QColor(other ? look::kSteering : look::kMist));
    p.drawPolygon(body);
    p.restore();
}

void paintScale(QPainter& p, const PlanPicture& plan) {
    const double metres = plan.pxPerM * 50 < 160 ? 50 : 20, x1 = plan.box.x + plan.box.width - 32, y = 660;
    const double x0 = x1 - metres * plan.pxPerM;
    p.setPen(QPen(QColor(look::kReed), 2));
    p.drawPolyline(QPolygonF({{x0, y - 6}, {x0, y}, {x1, y}, {x1, y - 6}}));
    p.setFont(look::text(19));
    p.drawText(QRectF(x0 - 60, y + 2, x1 - x0 + 120, 26), Qt::AlignCenter, tr("%1 m").arg(metres));
}

/// Which line is whose, where there is more than one.
void paintLegend(QPainter& p, const PlanPicture& plan) {
    if (plan.over.empty()) return;
    const auto name = QString::fromStdString(plan.overName);
    p.setFont(look::text(21));
    const double w = QFontMetricsF(p.font()).horizontalAdvance(name) + 74;
    const QRectF box(28, 88, std::max(200.0, w), 68);
    p.setPen(Qt::NoPen);
    p.setBrush(QColor(18, 35, 31, 222));
    p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
    const auto row = [&](double y, QPen pen, const QString& text) {
        p.setPen(pen);
        p.drawLine(QPointF(box.left() + 12, y), QPointF(box.left() + 46, y));
        p.setPen(QColor(look::kMist));
        p.drawText(QRectF(box.left() + 56, y - 15, box.width(), 30), Qt::AlignVCenter, text);
    };
    row(box.top() + 19, QPen(QColor(look::kLamp), 3.5), tr("this lap"));
    QPen dotted(QColor(look::kSteering), 3.5, Qt::SolidLine, Qt::FlatCap);
    dotted.setDashPattern({1.2, 1.6});
    row(box.top() + 49, dotted, name);
}

} // namespace

void paintPlan(QPainter& p, const PlanPicture& plan, std::vector<QRectF> covered) {
    if (plan.empty()) return;
    const bool whole = plan.box.width > 800;
    const QRectF box(plan.box.x, plan.box.y, plan.box.width, plan.box.height);
    p.save();
    p.setPen(Qt::NoPen);
    p.setBrush(whole ? QColor(look::kMarsh800) : QColor(18, 35, 31, 222));
    if (whole)
        p.drawRect(box);
    else
        p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
    p.setClipRect(whole ? box : box.adjusted(4, 4, -4, -4), Qt::IntersectClip);
    paintRoad(p, plan);
    if (whole) paintPedals(p, plan);
    paintLines(p, plan);
    if (whole) paintReferences(p, plan, std::move(covered));
    for (std::size_t i = plan.cars.size(); i-- > 0;) paintCar(p, plan, plan.cars[i], i > 0);
    if (whole) paintScale(p, plan), paintLegend(p, plan);
    p.restore();
}

} // namespace hl

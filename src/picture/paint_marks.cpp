// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/paint_marks.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <algorithm>
#include <QPainterPath>

namespace hl {
namespace {

const QRectF kFrame(0, 0, kFrameWidth, kFrameHeight);
constexpr double kLabelHeight = 38, kLabelText = 23;

QPointF point(Vec2 v) { return {v.x, v.y}; }

QPen halo(double width) { return QPen(QColor(18, 35, 31, 170), width + 3, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin); }

/// A stroke with a dark halo, so that it reads on sky and on grass.
void stroke(QPainter& p, const QPainterPath& path, QRgb colour, double width, Qt::PenStyle style = Qt::SolidLine) {
    p.setBrush(Qt::NoBrush);
    p.strokePath(path, halo(width));
    QPen pen(QColor(colour), width, style, Qt::RoundCap, Qt::RoundJoin);
    if (style == Qt::DashLine) pen.setDashPattern({3, 2.4});
    p.strokePath(path, pen);
}

QRectF paintRing(QPainter& p, const MarkOnScreen& m) {
    QPainterPath ring;
    const double r = m.sizePx;
    ring.addEllipse(point(m.points[0]), r, r);
    stroke(p, ring, look::kLamp, m.speaking ? 4 : 2.5);
    return ring.boundingRect();
}

/// Braking point: posts at both sides, each with a falling wedge.
QRectF paintPosts(QPainter& p, const MarkOnScreen& m, QRgb colour, bool wedge) {
    QPainterPath posts;
    posts.moveTo(point(m.points[0]));
    posts.lineTo(point(m.points[1]));
    posts.moveTo(point(m.points[3]));
    posts.lineTo(point(m.points[2]));
    stroke(p, posts, colour, m.speaking ? 5 : 3.5);
    QRectF box = posts.boundingRect();
    if (!wedge) return box;
    const double size = std::clamp(m.sizePx * 0.55, 8.0, 46.0);
    for (const auto& [top, way] : {std::pair(m.points[1], 1.0), std::pair(m.points[2], -1.0)}) {
        const QPointF t = point(top);
        QPainterPath flag;
        flag.moveTo(t);
        flag.lineTo(t + QPointF(way * size * 1.3, 0));
        flag.lineTo(t + QPointF(0, size));
        flag.closeSubpath();
        p.fillPath(flag, brakeHatch(colour));
        p.strokePath(flag, QPen(QColor(colour), 1.5));
        box |= flag.boundingRect();
    }
    return box;
}

QRectF paintGate(QPainter& p, const MarkOnScreen& m) {
    QPainterPath gate;
    gate.moveTo(point(m.points[1]));
    gate.lineTo(point(m.points[0]));
    gate.lineTo(point(m.points[3]));
    gate.lineTo(point(m.points[2]));
    stroke(p, gate, look::kSteering, m.speaking ? 4.5 : 3, Qt::DashLine);
    return gate.boundingRect();
}

/// A drop whose tip touches the clipping point.
QRectF paintDrop(QPainter& p, const MarkOnScreen& m) {
    const double r = std::clamp(m.sizePx * 0.42, 7.0, 26.0);
    const QPointF tip = point(m.points[0]), centre = tip - QPointF(0, 2.2 * r);
    QPainterPath drop;
    drop.moveTo(tip);
    drop.cubicTo(tip + QPointF(-0.3 * r, -0.9 * r), centre + QPointF(-r, r), centre + QPointF(-r, 0));
    drop.arcTo(QRectF(centre.x() - r, centre.y() - r, 2 * r, 2 * r), 180, -180);
    drop.cubicTo(centre + QPointF(r, r), tip + QPointF(0.3 * r, -0.9 * r), tip);
    p.strokePath(drop, halo(m.speaking ? 4 : 1.5));
    p.fillPath(drop, QColor(look::kLamp));
    return drop.boundingRect();
}

QRectF paintKerb(QPainter& p, const MarkOnScreen& m) {
    QPainterPath outline;
    outline.moveTo(point(m.points.front()));
    for (const auto& v : m.points) outline.lineTo(point(v));
    outline.closeSubpath();
    p.fillPath(outline, QColor(244, 176, 65, m.speaking ? 90 : 40));
    stroke(p, outline, look::kLamp, m.speaking ? 2.5 : 1.5);
    return outline.boundingRect();
}

QRectF paintMark(QPainter& p, const MarkOnScreen& m) {
    switch (m.kind) {
    case MarkerKind::Ring: return paintRing(p, m);
    case MarkerKind::BrakePosts: return paintPosts(p, m, look::kBrake, true);
    case MarkerKind::ExitPosts: return paintPosts(p, m, look::kPower, false);
    case MarkerKind::TurnGate: return paintGate(p, m);
    case MarkerKind::ApexDrop: return paintDrop(p, m);
    case MarkerKind::KerbBlock: return paintKerb(p, m);
    case MarkerKind::GearKeystone: {
        const auto parts = QString::fromStdString(m.label).split(QLatin1Char('>'));
        return paintKeystone(p, point(m.points[0]) - QPointF(0, 26), parts.value(0), parts.value(1));
    }
    }
    return {};
}

QRgb colourOf(MarkerKind k) {
    switch (k) {
    case MarkerKind::BrakePosts: return look::kBrake;
    case MarkerKind::TurnGate: return look::kSteering;
    case MarkerKind::ExitPosts: return look::kPower;
    default: return look::kLamp;
    }
}

/// Where a label may stand: beside or above its mark, inside the frame, off the others and off the lower panels.
QRectF freePlace(QPointF anchor, QSizeF size, const std::vector<QRectF>& taken) {
    constexpr double kTop = 84, kBottom = 440;
    const double width = size.width();
    QRectF best;
    for (const QPointF way :
         {QPointF(30, -70), QPointF(-30 - width, -70), QPointF(30, -120), QPointF(-30 - width, -120), QPointF(40, 24),
          QPointF(-40 - width, 24), QPointF(-width / 2, -170)}) {
        QRectF box(anchor + way, size);
        box.moveLeft(std::clamp(box.left(), 16.0, kFrame.width() - width - 16));
        box.moveTop(std::clamp(box.top(), kTop, kBottom));
        if (best.isNull()) best = box;
        const bool free = std::none_of(taken.begin(), taken.end(),
                                       [&](const QRectF& t) { return t.adjusted(-6, -4, 6, 4).intersects(box); });
        if (free) return box;
    }
    return best;
}

QPointF anchorOf(const MarkOnScreen& m) {
    if (m.kind == MarkerKind::Ring) return point(m.points[0]) + QPointF(0, -m.sizePx);
    if (m.kind == MarkerKind::ApexDrop) return point(m.points[0]) + QPointF(0, -m.sizePx * 1.3);
    return m.points.size() == 4 ? point(m.points[1]) : point(m.points[0]);
}

} // namespace

QRectF paintKeystone(QPainter& p, QPointF c, const QString& from, const QString& to) {
    QPolygonF stone;
    stone << c + QPointF(-38, -19) << c + QPointF(38, -19) << c + QPointF(30, 19) << c + QPointF(-30, 19);
    p.setPen(QPen(QColor(look::kMist), 1.5));
    p.setBrush(QColor(18, 35, 31, 225));
    p.drawPolygon(stone);
    p.setFont(look::text(23, look::Weight::Heavy));
    p.setPen(QColor(look::kMist));
    p.drawText(QRectF(c.x() - 32, c.y() - 17, 24, 34), Qt::AlignCenter, from);
    p.setPen(QColor(look::kLamp));
    p.drawText(QRectF(c.x() + 8, c.y() - 17, 24, 34), Qt::AlignCenter, to);
    QPainterPath arrow; // drawn, not typed: few fonts have one
    arrow.moveTo(c + QPointF(-5, 0));
    arrow.lineTo(c + QPointF(5, 0));
    arrow.moveTo(c + QPointF(2, -3));
    arrow.lineTo(c + QPointF(5, 0));
    arrow.lineTo(c + QPointF(2, 3));
    p.strokePath(arrow, QPen(QColor(look::kMist), 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    return stone.boundingRect();
}

void paintMarks(QPainter& p, const std::vector<MarkOnScreen>& marks, double labelScale, std::vector<QRectF>& touched) {
    std::vector<QRectF> taken;
    for (const auto& m : marks) touched.push_back(paintMark(p, m).adjusted(-6, -6, 6, 6));
    p.setFont(look::text(kLabelText * labelScale, look::Weight::Strong));
    const QFontMetricsF metrics(p.font());
    for (auto m = marks.rbegin(); m != marks.rend(); ++m) { // nearest first
        if (m->label.empty() || m->kind == MarkerKind::GearKeystone) continue;
        const auto label = QString::fromStdString(m->label);
        const double width = metrics.horizontalAdvance(label) + 28;
        const auto anchor = anchorOf(*m);
        const auto box = freePlace(anchor, QSizeF(width, kLabelHeight * labelScale), taken);
        taken.push_back(box);
        p.setPen(QPen(QColor(colourOf(m->kind)), 1.5));
        p.drawLine(anchor, QPointF(std::clamp(anchor.x(), box.left() + 8, box.right() - 8),
                                   anchor.y() < box.top() ? box.top() : box.bottom()));
        p.setPen(Qt::NoPen);
        p.setBrush(QColor(18, 35, 31, 225));
        p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
        p.setBrush(QColor(colourOf(m->kind)));
        p.drawRect(QRectF(box.left(), box.top() + 4, 4, box.height() - 8));
        p.setPen(QColor(look::kMist));
        p.drawText(box.adjusted(14, 0, -8, 0), Qt::AlignVCenter | Qt::AlignLeft, label);
        touched.push_back(box.united(QRectF(anchor, QSizeF(1, 1))).adjusted(-3, -3, 3, 3));
    }
}

} // namespace hl

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

QRgb colourOf(Tone t) {
    switch (t) {
    case Tone::Lamp: return look::kLamp;
    case Tone::Brake: return look::kBrake;
    case Tone::Power: return look::kPower;
    case Tone::Steering: return look::kSteering;
    case Tone::Mist: return look::kMist;
    case Tone::Dark: return look::kMarsh900;
    }
    return look::kMist;
}

QPainterPath pathOf(const std::vector<PathStep>& steps) {
    QPainterPath path;
    for (const auto& s : steps) switch (s.op) {
        case PathStep::Op::Move: path.moveTo(point(s.to)); break;
        case PathStep::Op::Line: path.lineTo(point(s.to)); break;
        case PathStep::Op::Cubic: path.cubicTo(point(s.a), point(s.b), point(s.to)); break;
        case PathStep::Op::Close: path.closeSubpath(); break;
        }
    return path;
}

QBrush brushOf(const MarkShape& s) {
    QColor colour(colourOf(s.tone));
    switch (s.fill) {
    case Fill::None: return Qt::NoBrush;
    case Fill::Full: return colour;
    case Fill::Hatch: return brakeHatch(colourOf(s.tone));
    case Fill::Veil: colour.setAlpha(64); return colour;
    case Fill::Plate: return QColor(18, 35, 31, 225);
    }
    return Qt::NoBrush;
}

/// A line has a dark halo, so that it reads on sky and on grass.
QRectF paintShape(QPainter& p, const MarkShape& s) {
    const auto path = pathOf(s.path);
    if (s.haloWidth > 0)
        p.strokePath(path, QPen(QColor(18, 35, 31, 170), s.haloWidth, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    if (s.fill != Fill::None) p.fillPath(path, brushOf(s));
    if (s.lineWidth > 0) {
        QPen pen(QColor(colourOf(s.tone)), s.lineWidth, s.dashed ? Qt::DashLine : Qt::SolidLine, Qt::RoundCap,
                 Qt::RoundJoin);
        if (s.dashed) pen.setDashPattern({3, 2.4});
        p.strokePath(path, pen);
    }
    return path.boundingRect();
}

QRectF paintMark(QPainter& p, const MarkOnScreen& m) {
    const auto drawing = m.kind->draw(m);
    QRectF box;
    for (const auto& s : drawing.shapes) box |= paintShape(p, s);
    for (const auto& w : drawing.words) {
        p.setFont(look::text(w.sizePx, look::Weight::Heavy));
        p.setPen(QColor(colourOf(w.tone)));
        const QRectF room(w.centre.x - 40, w.centre.y - w.sizePx, 80, 2 * w.sizePx);
        p.drawText(room, Qt::AlignCenter, QString::fromStdString(w.text));
        box |= room;
    }
    return box;
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

} // namespace

void paintMarks(QPainter& p, const std::vector<MarkOnScreen>& marks, double labelScale, std::vector<QRectF>& touched) {
    std::vector<QRectF> taken;
    for (const auto& m : marks) touched.push_back(paintMark(p, m).adjusted(-6, -6, 6, 6));
    p.setFont(look::text(kLabelText * labelScale, look::Weight::Strong));
    const QFontMetricsF metrics(p.font());
    for (auto m = marks.rbegin(); m != marks.rend(); ++m) { // nearest first
        if (m->label.empty() || m->kind->wordless) continue;
        const auto label = QString::fromStdString(m->label);
        const double width = metrics.horizontalAdvance(label) + 28;
        const auto anchor = point(m->kind->labelAt(*m));
        const auto box = freePlace(anchor, QSizeF(width, kLabelHeight * labelScale), taken);
        taken.push_back(box);
        p.setPen(QPen(QColor(colourOf(m->kind->tone)), 1.5));
        p.drawLine(anchor, QPointF(std::clamp(anchor.x(), box.left() + 8, box.right() - 8),
                                   anchor.y() < box.top() ? box.top() : box.bottom()));
        p.setPen(Qt::NoPen);
        p.setBrush(QColor(18, 35, 31, 225));
        p.drawRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
        p.setBrush(QColor(colourOf(m->kind->tone)));
        p.drawRect(QRectF(box.left(), box.top() + 4, 4, box.height() - 8));
        p.setPen(QColor(look::kMist));
        p.drawText(box.adjusted(14, 0, -8, 0), Qt::AlignVCenter | Qt::AlignLeft, label);
        touched.push_back(box.united(QRectF(anchor, QSizeF(1, 1))).adjusted(-3, -3, 3, 3));
    }
}

} // namespace hl

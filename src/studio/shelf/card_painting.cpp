// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/shelf/card_painting.h"

#include "picture/tokens.h"

#include <QPainter>
#include <QPainterPath>

namespace hl {
namespace {

constexpr int kPicture = 132; // px of a card's height

void paintShape(QPainter& p, const std::vector<Vec2>& shape, const QRectF& box, double width) {
    if (shape.size() < 3) return;
    double x0 = 1e18, x1 = -1e18, y0 = 1e18, y1 = -1e18;
    for (const auto& v : shape)
        x0 = std::min(x0, v.x), x1 = std::max(x1, v.x), y0 = std::min(y0, v.y), y1 = std::max(y1, v.y);
    const double scale = std::min(box.width() / std::max(1.0, x1 - x0), box.height() / std::max(1.0, y1 - y0));
    QPainterPath path;
    for (std::size_t i = 0; i < shape.size(); ++i) {
        const QPointF at(box.center().x() + (shape[i].x - (x0 + x1) / 2) * scale,
                         box.center().y() - (shape[i].y - (y0 + y1) / 2) * scale);
        i == 0 ? path.moveTo(at) : path.lineTo(at);
    }
    path.closeSubpath();
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(look::kMarsh900), width + 4, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPath(path);
    p.setPen(QPen(QColor(look::kLamp), width, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    p.drawPath(path);
}

/// The lamps of the line, small.
void paintLamps(QPainter& p, const std::vector<StationState>& stations, QPointF first) {
    constexpr double kStep = 20, kRadius = 4.5;
    if (stations.empty()) return;
    p.setPen(QPen(QColor(look::kMarsh600), 1.5));
    p.drawLine(first, first + QPointF(kStep * static_cast<double>(stations.size() - 1), 0));
    for (std::size_t i = 0; i < stations.size(); ++i) {
        const auto at = first + QPointF(kStep * static_cast<double>(i), 0);
        const bool broken = stations[i] == StationState::Broken;
        QPen pen(QColor(broken ? look::kWrongOnDark : look::kReed), 1.6);
        if (broken) pen.setDashPattern({1.6, 1.2});
        p.setPen(pen);
        p.setBrush(stations[i] == StationState::Filled ? QColor(look::kReed) : QColor(look::kMarsh800));
        p.drawEllipse(at, kRadius, kRadius);
    }
}

void line(QPainter& p, const QRectF& box, const QString& text, double px, look::Weight weight, QRgb colour) {
    p.setFont(look::text(px, weight));
    p.setPen(QColor(colour));
    p.drawText(box, Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(text, Qt::ElideRight, box.width()));
}

void paintPicture(QPainter& p, const QRectF& box, const GuideCard& c, const QImage& still) {
    p.save();
    QPainterPath clip;
    clip.addRoundedRect(box.adjusted(0, 0, 0, look::kRadiusDesk), look::kRadiusDesk, look::kRadiusDesk);
    p.setClipPath(clip);
    p.setClipRect(box, Qt::IntersectClip);
    p.fillRect(box, QColor(look::kMarsh700));
    if (!still.isNull()) {
        const auto size = QSizeF(still.size()).scaled(box.size(), Qt::KeepAspectRatioByExpanding);
        p.drawImage(QRectF(box.center() - QPointF(size.width() / 2, size.height() / 2), size), still);
        paintShape(p, c.shape, QRectF(box.right() - 132, box.top() + 26, 114, 86), 3);
    } else
        paintShape(p, c.shape, box.adjusted(24, 20, -24, -20), 4);
    p.restore();
}

QString carLine(const GuideCard& c) {
    QStringList parts;
    for (const auto& s : {c.car, c.series})
        if (!s.empty()) parts << QString::fromStdString(s);
    return parts.join(QStringLiteral(" \u00b7 "));
}

QString nameOf(const GuideCard& c) { return QString::fromStdString(c.track.empty() ? c.title : c.track); }

} // namespace

void CardDelegate::paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const auto* model = static_cast<const ShelfModel*>(index.model());
    const auto& c = model->at(index.row());
    const QRectF box(option.rect.left() + 1, option.rect.top() + 1, kWide - 2, kHigh - 2);
    const bool lit = option.state & (QStyle::State_MouseOver | QStyle::State_HasFocus | QStyle::State_Selected);
    p->save();
    p->setRenderHint(QPainter::Antialiasing);
    p->setRenderHint(QPainter::SmoothPixmapTransform);
    p->setPen(Qt::NoPen);
    p->setBrush(QColor(look::kMarsh800));
    p->drawRoundedRect(box, look::kRadiusDesk, look::kRadiusDesk);
    paintPicture(*p, QRectF(box.left(), box.top(), box.width(), kPicture), c, model->shelf().still(c));
    const double x = box.left() + 14, w = box.width() - 28;
    line(*p, QRectF(x, box.top() + kPicture + 9, w, 26), nameOf(c), look::kHead, look::Weight::Heavy, look::kMist);
    line(*p, QRectF(x, box.top() + kPicture + 35, w, 20), carLine(c), look::kSmall, look::Weight::Plain, look::kReed);
    line(*p, QRectF(x, box.top() + kPicture + 55, w, 20), lapLine(c), look::kSmall + 1, look::Weight::Plain,
         look::kMist);
    paintLamps(*p, c.stations, QPointF(x + 6, box.top() + kPicture + 89));
    const bool wrong = !c.trouble.empty() || !c.moved.empty();
    line(*p, QRectF(x, box.bottom() - 30, w, 22), stateLine(c), look::kSmall, look::Weight::Plain,
         wrong ? look::kWrongOnDark : look::kReed);
    if (lit) {
        p->setBrush(Qt::NoBrush);
        p->setPen(QPen(QColor(look::kLamp), 2));
        p->drawRoundedRect(box, look::kRadiusDesk, look::kRadiusDesk);
    }
    p->restore();
}

void RowDelegate::paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const {
    const auto& c = static_cast<const ShelfModel*>(index.model())->at(index.row());
    const QRectF box(option.rect);
    p->save();
    p->setRenderHint(QPainter::Antialiasing);
    if (option.state & (QStyle::State_MouseOver | QStyle::State_HasFocus | QStyle::State_Selected))
        p->fillRect(box, QColor(look::kLampPaper));
    p->setPen(QColor(look::kRule));
    p->drawLine(box.bottomLeft() + QPointF(18, 0), box.bottomRight() + QPointF(-18, 0));
    const double w = box.width() - 36, x = box.left() + 18;
    const auto cell = [&](double from, double to, const QString& text, look::Weight weight, QRgb colour) {
        line(*p, QRectF(x + from * w, box.top(), (to - from) * w - 12, box.height()), text, look::kSmall + 1, weight,
             colour);
    };
    cell(0, 0.2, nameOf(c), look::Weight::Strong, look::kInk);
    cell(0.2, 0.38, QString::fromStdString(c.car), look::Weight::Plain, look::kInk);
    cell(0.38, 0.6, lapLine(c), look::Weight::Plain, look::kInkQuiet);
    const bool wrong = !c.trouble.empty() || !c.moved.empty();
    cell(0.6, 0.88, stateLine(c), wrong ? look::Weight::Strong : look::Weight::Plain,
         wrong ? look::kWrong : look::kInkQuiet);
    p->setPen(QColor(look::kInkQuiet));
    p->setFont(look::text(look::kSmall + 1));
    p->drawText(QRectF(x + 0.88 * w, box.top(), 0.12 * w, box.height()), Qt::AlignRight | Qt::AlignVCenter,
                c.corners == 1 ? ShelfModel::tr("one corner") : ShelfModel::tr("%1 corners").arg(c.corners));
    p->restore();
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/stations/scene/panel_picture.h"

#include "picture/tokens.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace hl {
namespace {
constexpr double kLeast = 3; // film pixels
}

PanelPicture::PanelPicture(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("panelPicture"));
    setAccessibleName(
        tr("Picture of the film. Drag a box, or move it with the arrow keys; with Shift its far corner."));
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::CrossCursor);
    setMinimumSize(480, 270);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
}

void PanelPicture::setPicture(QImage picture, QSize film) {
    picture_ = std::move(picture), film_ = film;
    update();
}

void PanelPicture::setBoxes(std::vector<Shown> boxes, std::size_t current) {
    boxes_ = std::move(boxes), current_ = current;
    update();
}

QRectF PanelPicture::pictureRect() const {
    if (film_.isEmpty()) return rect();
    const QSizeF fitted = QSizeF(film_).scaled(size(), Qt::KeepAspectRatio);
    return {QPointF((width() - fitted.width()) / 2, (height() - fitted.height()) / 2), fitted};
}

QPointF PanelPicture::inFilm(QPointF p) const {
    const auto r = pictureRect();
    return {std::clamp((p.x() - r.left()) / r.width(), 0.0, 1.0) * film_.width(),
            std::clamp((p.y() - r.top()) / r.height(), 0.0, 1.0) * film_.height()};
}

QRectF PanelPicture::toWidget(const QRectF& b) const {
    const auto r = pictureRect();
    const double k = film_.isEmpty() ? 1 : r.width() / film_.width();
    return {r.left() + b.left() * k, r.top() + b.top() * k, b.width() * k, b.height() * k};
}

QPoint PanelPicture::onScreen(QPointF p) const { return toWidget({p, QSizeF(0, 0)}).topLeft().toPoint(); }

/// Right of the box, left of it, above or below: the first place that is free.
QRectF PanelPicture::tagBeside(const QRectF& box, QSizeF size, const std::vector<QRectF>& taken) const {
    const double middle = box.center().y() - size.height() / 2;
    QRectF tag;
    for (double step = 0; step < 8; ++step)
        for (const auto at :
             {QPointF(box.right() + 6 + 30 * step, middle), QPointF(box.left() - size.width() - 6 - 30 * step, middle),
              QPointF(box.left(), box.top() - size.height() - 4 - 20 * step),
              QPointF(box.left(), box.bottom() + 4 + 20 * step)}) {
            tag = {at, size};
            const bool free =
                QRectF(rect()).contains(tag) &&
                std::none_of(taken.begin(), taken.end(), [&](const QRectF& t) { return t.intersects(tag); });
            if (free) return tag;
        }
    return tag;
}

void PanelPicture::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), QColor(look::kMarsh900));
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    if (!picture_.isNull()) p.drawImage(pictureRect(), picture_);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(look::text(look::kTiny, look::Weight::Strong));
    std::vector<QRectF> taken; // by boxes, and by the tags beside them
    for (const auto& b : boxes_) taken.push_back(toWidget(b.box).adjusted(-3, -3, 3, 3));
    for (std::size_t i = 0; i < boxes_.size(); ++i) {
        const auto box = toWidget(i == current_ && down_ ? drawing_ : boxes_[i].box);
        if (box.isEmpty()) continue;
        const bool here = i == current_;
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(QColor(look::kMarsh900), 4));
        p.drawRect(box.adjusted(-1, -1, 1, 1));
        p.setPen(QPen(QColor(here ? look::kLamp : look::kMist), 2, here ? Qt::SolidLine : Qt::DashLine));
        p.drawRect(box.adjusted(-1, -1, 1, 1));
        const QString text = boxes_[i].reading.isEmpty() ? boxes_[i].label : boxes_[i].label + u' ' + boxes_[i].reading;
        const QSizeF size(p.fontMetrics().horizontalAdvance(text) + 12, 18);
        const auto tag = tagBeside(box, size, taken);
        taken.push_back(tag);
        p.setPen(Qt::NoPen);
        p.setBrush(here ? QColor(look::kLamp) : QColor(look::kMarsh800));
        p.drawRoundedRect(tag, 3, 3);
        p.setPen(here ? QColor(look::kInk) : QColor(look::kMist));
        p.drawText(tag, Qt::AlignCenter, text);
    }
    if (hasFocus()) {
        p.setBrush(Qt::NoBrush);
        p.setPen(QPen(QColor(look::kLamp), 1));
        p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
    }
}

void PanelPicture::mousePressEvent(QMouseEvent* e) {
    if (e->button() != Qt::LeftButton || film_.isEmpty()) return;
    down_ = true, from_ = inFilm(e->position()), drawing_ = {};
}

void PanelPicture::mouseMoveEvent(QMouseEvent* e) {
    if (!down_) return;
    drawing_ = QRectF(from_, inFilm(e->position())).normalized();
    update();
}

void PanelPicture::mouseReleaseEvent(QMouseEvent* e) {
    if (!down_) return;
    down_ = false;
    const auto box = QRectF(from_, inFilm(e->position())).normalized();
    if (box.width() >= kLeast && box.height() >= kLeast) emit boxDrawn(box);
    update();
}

void PanelPicture::keyPressEvent(QKeyEvent* e) {
    const QPointF step = e->key() == Qt::Key_Left    ? QPointF(-1, 0)
                         : e->key() == Qt::Key_Right ? QPointF(1, 0)
                         : e->key() == Qt::Key_Up    ? QPointF(0, -1)
                         : e->key() == Qt::Key_Down  ? QPointF(0, 1)
                                                     : QPointF();
    if (step.isNull() || film_.isEmpty() || current_ >= boxes_.size()) return QWidget::keyPressEvent(e);
    auto box = boxes_[current_].box;
    if (box.isEmpty())
        box = QRectF(film_.width() / 2.0 - 20, film_.height() / 2.0 - 20, 40, 40); // a first one to move
    else if (e->modifiers() & Qt::ShiftModifier)
        box.setBottomRight(box.bottomRight() + step);
    else
        box.translate(step);
    const QRectF whole(QPointF(0, 0), QSizeF(film_));
    if (whole.contains(box) && box.width() >= kLeast && box.height() >= kLeast) emit boxDrawn(box);
}

} // namespace hl

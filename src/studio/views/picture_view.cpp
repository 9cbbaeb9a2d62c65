// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/views/picture_view.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"
#include "studio/views/loupe.h"

#include <QMouseEvent>
#include <QPainterPath>

namespace hl {

PictureView::PictureView(Player& player, QWidget* parent)
    : QWidget(parent), player_(player), loupe_(new Loupe(player, this)) {
    setObjectName(QStringLiteral("picture"));
    setAccessibleName(tr("Picture. Click to play or pause."));
    setMinimumSize(320, 180);
    connect(&player_, &Player::pictureReady, this, qOverload<>(&QWidget::update));
    connect(&player_, &Player::moved, this, qOverload<>(&QWidget::update));
}

void PictureView::setTool(PictureTool* tool) {
    tool_ = tool;
    setAccessibleName(tool ? tr("Picture. Click on the road or on a thing.") : tr("Picture. Click to play or pause."));
    setCursor(tool ? Qt::CrossCursor : Qt::ArrowCursor);
    update();
}

Vec2 PictureView::inFrame(QPointF at) const {
    const auto box = pictureBox();
    const double scale = kFrameWidth / std::max(1.0, box.width());
    return {(at.x() - box.left()) * scale, (at.y() - box.top()) * scale};
}

/// With the loupe a click says what is looked at; else the station's tool has it, or it plays or pauses.
void PictureView::mousePressEvent(QMouseEvent* e) {
    if (!loupe_->isHidden())
        loupe_->lookAt(inFrame(e->position()));
    else if (tool_)
        tool_->press(inFrame(e->position()));
    else
        player_.toggle();
    update();
}

void PictureView::mouseMoveEvent(QMouseEvent* e) {
    if (!tool_ || !loupe_->isHidden()) return;
    tool_->drag(inFrame(e->position()));
    update();
}

void PictureView::mouseReleaseEvent(QMouseEvent* e) {
    if (!tool_ || !loupe_->isHidden()) return;
    tool_->release(inFrame(e->position()));
    update();
}

void PictureView::resizeEvent(QResizeEvent* e) {
    QWidget::resizeEvent(e);
    loupe_->place();
}

QRectF PictureView::pictureBox() const {
    const double scale = std::min(width() / kFrameWidth, height() / kFrameHeight);
    const QSizeF size(kFrameWidth * scale, kFrameHeight * scale);
    return {{(width() - size.width()) / 2, 0}, size};
}

/// A film of another shape than the frame stands in its middle, as large as fits.
QRectF PictureView::filmBox(const QRectF& frame, QSize film) {
    const auto size = QSizeF(film).scaled(frame.size(), Qt::KeepAspectRatio);
    return {frame.center() - QPointF(size.width() / 2, size.height() / 2), size};
}

void PictureView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const double scale = std::min(width() / kFrameWidth, height() / kFrameHeight);
    const QRectF box = pictureBox();
    QPainterPath edge;
    edge.addRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
    p.setClipPath(edge);
    p.fillRect(box, QColor(look::kMarsh800));
    const auto& picture = player_.full();
    if (picture.isNull()) {
        p.setPen(QColor(look::kReed));
        p.setFont(look::text(look::kText));
        p.drawText(box, Qt::AlignCenter, tr("Open a guide, or drop a film and its log here."));
        return;
    }
    p.drawImage(filmBox(box, picture.size()), picture);
    p.translate(box.topLeft());
    p.scale(scale, scale);
    auto scene = player_.scene();
    if (!scene.panels) scene.labelScale = std::clamp(0.65 / scale, 1.0, 2.0);
    paintScene(p, scene, player_.filmPictures());
    if (tool_) tool_->paint(p, scale);
    if (loupe_->isHidden()) return;
    const auto at = loupe_->centre(); // where the loupe looks
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(QColor(look::kMarsh900), 5 / scale));
    p.drawEllipse(QPointF(at.x, at.y), 16 / scale, 16 / scale);
    p.setPen(QPen(QColor(look::kLamp), 2 / scale, loupe_->following() ? Qt::SolidLine : Qt::DashLine));
    p.drawEllipse(QPointF(at.x, at.y), 16 / scale, 16 / scale);
}

} // namespace hl

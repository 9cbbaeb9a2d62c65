// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/picture_view.h"

#include "picture/paint_scene.h"
#include "picture/tokens.h"

#include <QPainterPath>

namespace hl {

PictureView::PictureView(Player& player, QWidget* parent) : QWidget(parent), player_(player) {
    setObjectName(QStringLiteral("picture"));
    setAccessibleName(tr("Picture. Click to play or pause."));
    setMinimumSize(320, 180);
    connect(&player_, &Player::pictureReady, this, qOverload<>(&QWidget::update));
    connect(&player_, &Player::moved, this, qOverload<>(&QWidget::update));
}

void PictureView::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    const double scale = std::min(width() / kFrameWidth, height() / kFrameHeight);
    const QRectF box(0, 0, kFrameWidth * scale, kFrameHeight * scale);
    QPainterPath edge;
    edge.addRoundedRect(box, look::kRadiusPicture, look::kRadiusPicture);
    p.setClipPath(edge);
    p.fillRect(box, QColor(look::kMarsh800));
    const auto& picture = player_.picture();
    if (picture.isNull()) {
        p.setPen(QColor(look::kReed));
        p.setFont(look::text(look::kText));
        p.drawText(box, Qt::AlignCenter, tr("Open a guide, or drop a film and its log here."));
        return;
    }
    const double w = picture.width() * scale, h = picture.height() * scale;
    p.drawImage(QRectF((box.width() - w) / 2, (box.height() - h) / 2, w, h), picture);
    p.scale(scale, scale);
    auto scene = player_.scene();
    if (!scene.panels) scene.labelScale = std::clamp(0.65 / scale, 1.0, 2.0);
    paintScene(p, scene);
}

} // namespace hl

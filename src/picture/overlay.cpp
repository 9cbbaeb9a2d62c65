// SPDX-License-Identifier: GPL-3.0-or-later
#include "picture/overlay.h"

#include "picture/paint_scene.h"

namespace hl {

Overlay::Overlay(int width, int height, double paintedWidth)
    : image_(width, height, QImage::Format_ARGB32_Premultiplied), scale_(width / paintedWidth) {
    image_.fill(Qt::transparent);
}

Overlay::Laid Overlay::paint(const SceneAt& scene, const FilmPictures& films) {
    return paint([&](QPainter& p) { return paintScene(p, scene, films); });
}

Overlay::Laid Overlay::paint(const std::function<std::vector<QRect>(QPainter&)>& painter) {
    std::vector<QRect> touched;
    {
        QPainter p(&image_);
        p.scale(scale_, scale_);
        touched = painter(p);
    }
    QRegion region; // rectangles may overlap; laid twice they would darken
    for (const auto& r : touched)
        region += QRectF(r.x() * scale_, r.y() * scale_, r.width() * scale_, r.height() * scale_).toAlignedRect();
    touched_ = {};
    for (const QRect& r : region)
        touched_ += QRect(QPoint(r.left() & ~1, r.top() & ~1), QPoint(r.right() | 1, r.bottom() | 1));
    touched_ &= image_.rect();
    return {image_, touched_};
}

void Overlay::wipe() {
    QPainter p(&image_);
    p.setCompositionMode(QPainter::CompositionMode_Clear);
    for (const QRect& r : touched_) p.fillRect(r, Qt::transparent);
}

} // namespace hl

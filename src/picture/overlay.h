// SPDX-License-Identifier: GPL-3.0-or-later
// What lies over the film, on a picture of its own that stays transparent: only what was touched is laid on the film
// and wiped again.
#pragma once
#include "picture/paint_scene.h"

#include <QImage>
#include <QRegion>

namespace hl {

class Overlay {
  public:
    /// Of the film's frame; what is painted is scaled to it from a frame that is `paintedWidth` wide.
    Overlay(int width, int height, double paintedWidth = kFrameWidth);
    struct Laid {
        const QImage& image; ///< premultiplied BGRA
        QRegion touched;     ///< with even borders, for chroma is shared by 2x2 pixels; no pixel twice
    };
    Laid paint(const SceneAt& scene, const FilmPictures& films = {});
    /// By another painter, which tells what it touched.
    Laid paint(const std::function<std::vector<QRect>(QPainter&)>& painter);
    void wipe(); ///< what was painted last

  private:
    QImage image_;
    QRegion touched_;
    double scale_;
};

} // namespace hl

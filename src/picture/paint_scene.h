// SPDX-License-Identifier: GPL-3.0-or-later
// The one painter of what lies over the footage, for preview and for the finished video alike.
#pragma once
#include "core/cut/compose.h"

#include <functional>
#include <QImage>
#include <QPainter>
#include <QRect>
#include <vector>

namespace hl {

/// Pictures that a scene asks for and the painter cannot make; what is not there is not painted.
struct FilmPictures {
    QImage inset; ///< of scene.pictures.inset
    /// The film around a mark, enlarged to that many px.
    std::function<QImage(const MarkOnScreen& mark, QSize px)> lens;
};

/// Paints in a 1280x720 frame; scale the painter for other sizes. Returns the rectangles it touched, whole pixels.
std::vector<QRect> paintScene(QPainter& p, const SceneAt& scene, const FilmPictures& films = {});

/// The dark ground that everything readable stands on.
void paintPlate(QPainter& p, const QRectF& box);

/// The strip of pedals over distance, in `box`; also used by the studio's corner station.
void paintStrip(QPainter& p, const QRectF& box, const InputStrip& strip);

/// Hatch for braking and dots for power, so that colour never stands alone.
QBrush brakeHatch(QRgb colour);
QBrush powerDots(QRgb colour);

} // namespace hl

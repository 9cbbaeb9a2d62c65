// SPDX-License-Identifier: GPL-3.0-or-later
// The one painter of what lies over the footage, for preview and for the finished video alike.
#pragma once
#include "core/cut/compose.h"

#include <QPainter>
#include <QRect>
#include <vector>

namespace hl {

/// Paints in a 1280x720 frame; scale the painter for other sizes. Returns the rectangles it touched, whole pixels.
std::vector<QRect> paintScene(QPainter& p, const SceneAt& scene);

/// The strip of pedals over distance, in `box`; also used by the studio's corner station.
void paintStrip(QPainter& p, const QRectF& box, const InputStrip& strip);

/// Hatch for braking and dots for power, so that colour never stands alone.
QBrush brakeHatch(QRgb colour);
QBrush powerDots(QRgb colour);

} // namespace hl

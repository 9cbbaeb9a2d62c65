// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of the picture that stand elsewhere in a frame of another shape. Each tells what it touched.
#pragma once
#include "picture/paint_scene.h"

namespace hl {

QRectF paintTag(QPainter& p, const SceneAt& scene);                       ///< the corner and the pace, top left
QRectF paintInset(QPainter& p, const SceneAt& scene, const QImage& film); ///< in the box of the scene's corners

struct CaptionPlace {
    double middle = kFrameWidth / 2, width = 820, letterPx = 29;
    double bottom = 574;            ///< it grows upwards from there
    std::optional<double> top = {}; ///< or downwards from here
};
QRectF paintCaption(QPainter& p, const QString& text, const CaptionPlace& place);

} // namespace hl

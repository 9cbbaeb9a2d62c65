// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "picture/paint_scene.h"

#include <QPainter>
#include <vector>

namespace hl {

/// The markers standing in the picture, none of them over the car itself, then their labels. Adds what it touched to
/// `touched`.
void paintMarks(QPainter& p, const SceneAt& scene, const FilmPictures& films, std::vector<QRectF>& touched);

/// Px of a label's words with the room around them, at scale 1; what labels are planned with.
double labelWidth(const std::string& words);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/tall.h"
#include "picture/paint_scene.h"

namespace hl {

/// Over a tall frame of 720x1280 whose film lies above (core/cut/tall.h). Returns what it touched.
std::vector<QRect> paintTall(QPainter& p, const SceneAt& scene, double cropX, const FilmPictures& films = {});

} // namespace hl

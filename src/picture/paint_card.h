// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

#include <QPainter>

namespace hl {

/// A card over the picture: a title, or a title with rows. Returns what it touched, in the 1280x720 of the scene.
QRectF paintCard(QPainter& p, const SceneAt& scene);

} // namespace hl

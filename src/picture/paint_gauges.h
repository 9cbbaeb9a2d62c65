// SPDX-License-Identifier: GPL-3.0-or-later
// What is read in the picture's corners. One painter for each key of core/cut/gauges.h.
#pragma once
#include "core/cut/compose.h"

#include <QPainter>

namespace hl {

/// Paints those that have something to say at this moment; returns the rectangles it touched.
std::vector<QRectF> paintGauges(QPainter& p, const SceneAt& scene);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

#include <QPainter>
#include <vector>

namespace hl {

/// The markers standing in the picture, then their labels kept apart. Adds what it touched to `touched`.
void paintMarks(QPainter& p, const std::vector<MarkOnScreen>& marks, double labelScale, std::vector<QRectF>& touched);

} // namespace hl

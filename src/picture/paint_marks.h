// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/compose.h"

#include <QPainter>
#include <vector>

namespace hl {

/// The markers standing in the picture, then their labels kept apart. Adds what it touched to `touched`.
void paintMarks(QPainter& p, const std::vector<MarkOnScreen>& marks, double labelScale, std::vector<QRectF>& touched);

/// The keystone with "4 > 3" drawn round `centre`.
QRectF paintKeystone(QPainter& p, QPointF centre, const QString& from, const QString& to);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The road from above, as a whole picture or small in a corner of one.
#pragma once
#include "core/cut/plan_picture.h"

#include <QPainter>
#include <vector>

namespace hl {

/// No words are written where something will lie over them.
void paintPlan(QPainter& p, const PlanPicture& plan, std::vector<QRectF> covered = {});

} // namespace hl

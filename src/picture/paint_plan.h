// SPDX-License-Identifier: GPL-3.0-or-later
// The road from above, as a whole picture or small in a corner of one.
#pragma once
#include "core/cut/plan_picture.h"

#include <QPainter>

namespace hl {

void paintPlan(QPainter& p, const PlanPicture& plan);

} // namespace hl

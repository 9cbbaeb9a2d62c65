// SPDX-License-Identifier: GPL-3.0-or-later
// The small drawn signs of the conditions. Each shows its value by shape; what is unsaid is drawn faintly.
#pragma once
#include "core/guide/conditions.h"

#include <QPainter>

namespace hl {

enum class Sign { Road, Sky, Air, Track, Rubber, Wind, Light, Tyres, Fuel };
inline constexpr Sign kSigns[] = {Sign::Road, Sign::Sky,   Sign::Air,   Sign::Track, Sign::Rubber,
                                  Sign::Wind, Sign::Light, Sign::Tyres, Sign::Fuel};

bool isSaid(const Conditions& c, Sign sign);
/// Into a square box, in the pen's colour for outlines and the brush's for what is filled.
void paintSign(QPainter& p, const QRectF& box, Sign sign, const Conditions& c);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The stretches of a lap that turn: what corners are made of.
#pragma once
#include "core/lap/trace.h"

namespace hl {

struct Bend {
    std::size_t a, b; ///< sample range
    double sign;      ///< 1 left, -1 right
};

inline constexpr double kEnterDriven = 1.0 / 260; ///< 1/m, of a driven line
inline constexpr double kEnterRoad = 1.0 / 450;   ///< of a road's own shape, which no noise and no wandering bends

/// Curvature with hysteresis. A bend begins where the lap turns tighter than `enter`, or where the car corners hard for
/// what it can (a wide bend of an oval), and lasts until both are well below; pieces of one direction that the car does
/// not straighten between are one; two clear peaks with a valley between are two; a piece that turns less than 15
/// degrees is the car moving across the road, and left out.
std::vector<Bend> bends(const LapTrace& trace, double enter = kEnterDriven);

/// The sample of [from, to] where the lap turns tightest in the bend's direction.
std::size_t tightest(const LapTrace& trace, const Bend& bend, std::size_t from, std::size_t to);

/// First and last sample of a bend around its peak that bend at least `share` of it.
std::pair<std::size_t, std::size_t> around(const LapTrace& trace, const Bend& bend, double share);

} // namespace hl

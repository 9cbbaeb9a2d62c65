// SPDX-License-Identifier: GPL-3.0-or-later
// Where corners begin and end, how they are numbered. What was authored stays attached to its metres: words and markers
// that another corner now holds go over to it, and a bound stops where it would leave words in no corner.
#pragma once
#include "core/guide/guide.h"

namespace hl {

enum class Bound { Start, TurnIn, Apex, End };
inline constexpr Bound kBounds[] = {Bound::Start, Bound::TurnIn, Bound::Apex, Bound::End};
double boundOf(const GuideCorner& c, Bound b);

/// The order start, turn-in, apex, end is kept; the neighbour's bound gives way as far as its own turn-in or apex.
Guide withCornerBound(Guide g, CornerId corner, Bound bound, double atM);

/// One corner becomes two at `atM`; the corners after it count one further. `before` and `after` tell what each part is
/// (cornerBetween). The first part keeps the id; name and advice stay with the part that holds the apex.
Guide withCornerSplit(Guide g, CornerId corner, double atM, const Corner& before, const Corner& after);

/// A corner and the next become one: `joined` tells what it is. The first one's id stays; names are joined, advice is
/// kept of both.
Guide withCornersJoined(Guide g, CornerId corner, const Corner& joined);

/// This corner gets the number, those after it count on. Nothing happens when the corner before has it or a higher one.
Guide withNumbersFrom(Guide g, CornerId corner, int number);

Guide withCornerLabels(Guide g, CornerLabels labels);

/// Corners from a list take the place of the guide's. What was authored goes to the corner that holds its metres, or
/// to the nearest one.
Guide withCorners(Guide g, const std::vector<Corner>& corners);

} // namespace hl

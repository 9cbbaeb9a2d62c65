// SPDX-License-Identifier: GPL-3.0-or-later
// Where one must defend: two parallel strokes along the road, the defended one thick and the other broken away.
#include "core/mark/strokes.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::Free};
MarkDrawing draw(const MarkOnScreen& m) {
    auto d = strokesDrawing(m, Tone::Brake, 6, 2.5);
    d.shapes[1].dashed = true;
    return d;
}

} // namespace

const MarkKind kDefendingMark{.key = "defending",
                              .name = "defending",
                              .tone = Tone::Brake,
                              .stretch = true,
                              .farthestM = 110,
                              .place = placeStrokes,
                              .draw = draw,
                              .labelAt = strokesLabelAt,
                              .illustrates = kOf};

} // namespace hl

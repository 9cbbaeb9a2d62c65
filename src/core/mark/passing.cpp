// SPDX-License-Identifier: GPL-3.0-or-later
// Where one can pass: two parallel strokes along the road, the passing one, nearer the marker's side, thick.
#include "core/mark/strokes.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Brake, Topic::Free};
MarkDrawing draw(const MarkOnScreen& m) {
    auto d = strokesDrawing(m, Tone::Power, 6, 2.5);
    return d;
}

} // namespace

const MarkKind kPassingMark{.key = "passing",
                            .name = "passing",
                            .tone = Tone::Power,
                            .stretch = true,
                            .farthestM = 110,
                            .place = placeStrokes,
                            .draw = draw,
                            .labelAt = strokesLabelAt,
                            .illustrates = kOf};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The exit: two open posts to aim between.
#include "core/mark/mark_kind.h"

namespace hl {
namespace {

constexpr Topic kOf[] = {Topic::Exit, Topic::Power};
constexpr double kHeightM = 1.6;

bool place(const Projector& at, const OnRoad& where, MarkOnScreen& out) { return placePosts(at, where, kHeightM, out); }
MarkDrawing draw(const MarkOnScreen& m) { return {{postsShape(m, Tone::Power)}, {}}; }
Vec2 labelAt(const MarkOnScreen& m) { return m.points[1]; }

} // namespace

const MarkKind kExitPostsMark{.key = "exit-posts",
                              .name = "exit",
                              .tone = Tone::Power,
                              .place = place,
                              .draw = draw,
                              .labelAt = labelAt,
                              .illustrates = kOf};

} // namespace hl

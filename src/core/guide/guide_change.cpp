// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/guide/guide_change.h"

#include <algorithm>
#include <tuple>

namespace hl {
namespace {

/// Whether the same part of some corner differs.
template <class Part> bool differs(const Guide& a, const Guide& b, Part part) {
    return !std::equal(a.corners.begin(), a.corners.end(), b.corners.begin(), b.corners.end(),
                       [&](const GuideCorner& x, const GuideCorner& y) { return part(x) == part(y); });
}

} // namespace

GuideChange changeBetween(const Guide& a, const Guide& b) {
    GuideChange c;
    c.scene = a.scene != b.scene || a.setup != b.setup || a.onPurpose != b.onPurpose;
    c.sources = a.sources != b.sources;
    c.corners = differs(a, b, [](const GuideCorner& x) -> const Corner& { return x; });
    c.words = differs(a, b, [](const GuideCorner& x) { return std::tie(x.beats, x.shots, x.key); });
    c.words |= a.sectionWords != b.sectionWords || a.furtherLaps != b.furtherLaps || a.voiceCare != b.voiceCare;
    c.markers = differs(
        a, b, [](const GuideCorner& x) -> const auto& { return x.markers; });
    c.advice = a.references != b.references ||
               differs(a, b, [](const GuideCorner& x) { return std::tie(x.advice, x.otherAdvice, x.consequence); });
    c.format = a.cutWish != b.cutWish || a.outline != b.outline || a.showings != b.showings ||
               a.frameRate != b.frameRate || a.loudnessLufs != b.loudnessLufs || a.school != b.school ||
               a.wordTimes != b.wordTimes || a.variants != b.variants || a.edition != b.edition;
    return c;
}

} // namespace hl

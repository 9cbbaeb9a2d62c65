// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that look alike are one sign: which one is told later.
#pragma once
#include "core/panel/glyphs.h"

namespace hl {

struct GlyphGroups {
    std::vector<Glyph> looks;        ///< the mean of each group
    std::vector<std::size_t> counts; ///< how many glyphs look so
    std::vector<int> groupOf;        ///< of every glyph; -1 for none
    std::vector<float> likeness;     ///< of every glyph to its group, 0..1
};

/// Groups so fine that no two digits share one; a digit may have several.
GlyphGroups groupsOf(const std::vector<Glyph>& glyphs);

/// Correlation of two signs, -1..1.
double alike(const Glyph& a, const Glyph& b);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// A first guide from what was measured: plain sentences, markers and look-fors that a person then makes their own.
#pragma once
#include "core/guide/guide.h"

namespace hl {

struct DraftMaterial {
    const LapTrace& trace;
    const std::vector<Corner>& corners;
    const std::vector<CornerFacts>& facts;
    const Track* track = nullptr; ///< for references and kerbs
    bool sidesKnown = true;       ///< else nothing is said of left and right
};

/// Corners with advice rows, beats and markers; ids continue from `guide.nextId`.
Guide withDraft(Guide guide, const DraftMaterial& material);

/// "left hairpin", "tightening right-hander"; without its side "hairpin", "tightening bend".
std::string kindWords(const GuideCorner& corner, bool withSide = true);

/// "third", "fourth"; the number itself beyond tenth.
std::string ordinal(int n);

/// Words of one fact for the sheet's "as driven" column; empty when there is nothing to say.
std::string drivenText(Topic topic, const GuideCorner& corner, const CornerFacts& facts,
                       SpeedUnit unit = SpeedUnit::Kmh);

} // namespace hl

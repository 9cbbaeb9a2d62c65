// SPDX-License-Identifier: GPL-3.0-or-later
// A stretch with all that is worked out of it before a pace is chosen.
#pragma once
#include "core/cut/profile.h"
#include "core/cut/shortest.h"

namespace hl {

struct GivenStretch {
    explicit GivenStretch(const Stretch& s);
    const Stretch& stretch;
    Ground ground;
    std::vector<WordsOver> tight;
    std::vector<GroundWindow> windows;
    std::vector<Share> shares; ///< with the least standing
    std::vector<Tight> chain;
    std::vector<double> rates; ///< the paces there are, the quickest first
};

/// Few changes of pace, and no more standing than must be.
std::vector<Piece> slowedPieces(const GivenStretch& given);
/// At its fastest, standing at the places.
std::vector<Piece> standingPieces(const GivenStretch& given);
/// What would be gone before it is seen takes longer; no words lose their place by it.
void lengthenShortPieces(std::vector<Piece>& pieces, const GivenStretch& given);

} // namespace hl

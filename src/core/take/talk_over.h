// SPDX-License-Identifier: GPL-3.0-or-later
// What was spoken live over a running film, in beats that part in pauses.
#pragma once
#include "core/take/quiet.h"
#include "core/take/take.h"

#include <string>

namespace hl {

/// A stretch of a talk-over that belongs together. Seconds of the take.
struct TalkedPiece {
    double fromS = 0, toS = 0;
    Take take;         ///< its span; words and slips where a script told them
    std::string words; ///< empty: nobody knows yet
    int corner = 0;    ///< number of the corner a script says it is of; 0: it does not say
};

/// By pauses alone: at least one of `leastPauseS` between two pieces; crumbs join what is nearer, and what runs on
/// longer than a breath lasts parts at its longest pause.
std::vector<TalkedPiece> piecesByPauses(const Loudness& loudness, double lengthS, double leastPauseS = 0.45);

/// Where the film was at the second `takeS` of the talk-over: `filmS` at its beginning, running at `rate`.
struct FilmRan {
    double filmS = 0, rate = 1;
    double at(double takeS) const { return filmS + rate * takeS; }
};

} // namespace hl

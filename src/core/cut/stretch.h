// SPDX-License-Identifier: GPL-3.0-or-later
// A stretch of film that is played once, forwards, with words over it: how slow it runs and where it stands, so that
// all words fall in order, each while its place is in sight, in the shortest time.
//
// Film that is played at full speed takes a time that nothing can shorten. What is added to it, by slowing or standing,
// is a measure on the film: words p..q need their own length between where p's window opens and where q's closes, so
// that window must hold at least what the film alone does not give. The least such measure is the heaviest chain of
// windows that do not touch (an interval packing; the matrix is totally unimodular), which is the bound that proves a
// plan the shortest.
#pragma once
#include "core/guide/cut_wish.h"
#include "core/units/id.h"

#include <vector>

namespace hl {

/// Words with the part of the film over which they must fall.
struct WordsOver {
    BeatId beat;
    double fromS = 0, toS = 0; ///< film s; what lies outside the stretch counts as its end
    double lengthS = 0;        ///< guide s, with the pause after them
};

/// A shot that a person has set: it stays as it is.
struct HeldShot {
    double fromS = 0, toS = 0; ///< film s; the same where the picture stands
    double rate = 1;           ///< film s a guide s; 0 where it stands
    double standS = 0;         ///< guide s that it stands
};

struct Stretch {
    double fromS = 0, toS = 0;       ///< film s
    std::vector<WordsOver> words;    ///< in the order in which they are said
    std::vector<HeldShot> held = {}; ///< in road order, not overlapping
    Way way = Way::Slow;             ///< Stand: at its fastest, standing where the words want time
    double fastest = 1, slowest = 0.25;
};

/// One pace over a part of the film.
struct Piece {
    double fromS = 0, toS = 0; ///< film s
    double rate = 1;           ///< 0: it stands at fromS
    double lengthS = 0;        ///< guide s
    bool held = false;
};

struct Pacing {
    std::vector<Piece> pieces;   ///< the whole stretch, in order
    std::vector<double> saidAtS; ///< of each of the words; guide s from the stretch's beginning
    double lengthS = 0, standingS = 0;
    double boundS = 0;           ///< nothing that says all words in their windows is shorter
    std::vector<double> overS{}; ///< guide s of each of the words that fall outside their window; 0 where all is well
};

/// The shortest; of those the one with the least standing (with Way::Stand: standing at the places); of those the one
/// with the fewest changes of pace, and of those the gentlest. No piece is shorter than `kShortestShotS`, for which the
/// plan may be longer than its bound.
Pacing paced(const Stretch& stretch);

inline constexpr double kShortestShotS = 0.4; ///< guide s

/// The windows that the order of the words leaves: none opens before the one before it, none closes after the next.
/// One that would close before it opens has no room: it stays where the ones around it leave a place.
std::vector<WordsOver> tightened(const Stretch& stretch);

/// The least that must be added to the film at its fastest, and the least of it that must stand.
struct LeastAdded {
    double addedS = 0, standingS = 0;
};
LeastAdded leastAdded(const Stretch& stretch);

} // namespace hl

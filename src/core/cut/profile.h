// SPDX-License-Identifier: GPL-3.0-or-later
// Paces laid over a stretch of film, and whether the words fall into their windows with them.
#pragma once
#include "core/cut/ground.h"

#include <optional>

namespace hl {

/// Appends; what has the same pace as the piece before lengthens it.
void append(std::vector<Piece>& pieces, Piece p);

/// Free film played at `rate`, then the next.
struct Run {
    double rate = 1, filmS = 0;
};
struct Stand {
    double atFilmS = 0, lengthS = 0;
};
/// The runs one after the other over pieces of the ground that end at `toS`, appended to `out`.
void lay(std::vector<Piece>& out, const std::vector<Piece>& ground, double toS, double fastest,
         const std::vector<Run>& runs, const std::vector<Stand>& stands);
/// The runs one after the other over the film in [fromS, toS) that may be slowed; what is held stays. Film beyond the
/// last run is played at the stretch's fastest.
std::vector<Piece> laid(const Ground& ground, double fromS, double toS, double fastest, const std::vector<Run>& runs,
                        const std::vector<Stand>& stands = {});

/// Guide s at which each of the words begins when each begins as early as it may, counted from the first piece.
/// `late[i]`: how much of it falls behind its window.
struct Said {
    std::vector<double> at, late;
};
Said saidEarly(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight);
/// The first of them that is late, of those before `count`, and by how much guide time.
struct Late {
    std::size_t which = 0;
    double byS = 0;
};
std::optional<Late> firstLate(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight, std::size_t count);
/// As late as they may: closest to their places. Only where `saidEarly` finds none late.
std::vector<double> saidLate(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight);

/// Whether the first `count` of the words fall into their windows.
bool fits(const std::vector<Piece>& pieces, const std::vector<WordsOver>& tight, std::size_t count);

double lengthOf(const std::vector<Piece>& pieces);

} // namespace hl

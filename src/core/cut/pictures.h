// SPDX-License-Identifier: GPL-3.0-or-later
// Which pictures of the lap are seen at a moment: what fills the frame, what stands small in it. As the guide wishes
// it, as far as its films show the moment.
#pragma once
#include "core/cut/cut.h"

namespace hl {

struct Stage;

/// A picture of one of the guide's films.
struct FilmAt {
    FilmId film;
    FootageTime when{};
    friend bool operator==(const FilmAt&, const FilmAt&) = default;
};

/// One of the guide's further films, as far as it can be shown.
struct FilmOnStage {
    FilmId id;
    double lengthS = 0;
};

/// One of its pictures taken on foot that is there.
struct StillOnStage {
    StillId id;
    double atM = 0;
};

struct Pictures {
    bool planFull = false, planInset = false;
    std::optional<FilmAt> full;        ///< another film than the explained one fills the frame
    std::optional<FilmAt> inset;       ///< a film stands small in it
    std::optional<StillId> still = {}; ///< a picture taken on foot fills it
    bool any() const { return planInset || inset; }
    bool onlyTheFilm() const { return !planFull && !full && !still; } ///< the explained one fills the frame
    friend bool operator==(const Pictures&, const Pictures&) = default;
};

/// At `footage` of the explained film, in a pass, while `spoken` (may be null) is said. A film that does not show the
/// moment gives way to the explained one; no picture is seen twice.
Pictures picturesAt(const Stage& stage, FootageTime footage, SectionKind pass, const Beat* spoken);
/// At a moment of the finished guide.
Pictures picturesAt(const Stage& stage, const Cut& cut, GuideTime t);

} // namespace hl

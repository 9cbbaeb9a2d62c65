// SPDX-License-Identifier: GPL-3.0-or-later
// Edits of what a guide begins with: the day, the car, the films, the lap. An id that does not exist leaves the guide
// as it was.
#pragma once
#include "core/guide/guide.h"

namespace hl {

Guide withConditions(Guide g, Conditions conditions);
Guide withSetup(Guide g, SetupSheet rows); ///< a whole sheet; rows keep the id of the row they replace by name
/// One row, by its id; with the id 0 it is new and stands at the end.
Guide withSetupRow(Guide g, SetupRow row);
Guide withoutSetupRow(Guide g, BeatId row);
Guide withSection(Guide g, SectionKind kind, bool wished); ///< of the whole lap; where it usually stands

/// A further film of the lap; it is given an id.
Guide withFilm(Guide g, Film film);
Guide withoutFilm(Guide g, FilmId film); ///< the film that the guide explains stays
Guide withStill(Guide g, Still still);   ///< by its id; with the id 0 it is new
Guide withoutStill(Guide g, StillId still);

/// Which way is left, as it was found out or as a person says; where that turns the log round, the corners turn too.
Guide withSides(Guide g, SidesTold sides);

/// The guide explains another lap of its log. What was measured follows when it is brought up (jobs/other_lap.h).
Guide withLap(Guide g, int lap);

/// The picture of what to look for in a row of a corner's advice; empty: none.
Guide withLookForPicture(Guide g, CornerId corner, Topic topic, std::string file);

} // namespace hl

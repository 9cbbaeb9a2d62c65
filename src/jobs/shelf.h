// SPDX-License-Identifier: GPL-3.0-or-later
// What the shelf shows of the guides a person has made: read from their folders, kept in the almanac.
#pragma once
#include "core/check/check.h"
#include "jobs/session.h"
#include "jobs/stations.h"
#include "store/almanac.h"

namespace hl {

/// A guide's card, from its file and from what was kept when it was last brought up. Quick, and it always answers: what
/// is wrong with the folder stands on the card.
GuideCard cardOf(const std::filesystem::path& folder);

/// What only a guide that is brought up can tell: lap time, shape of the road, contradictions, a still of the film.
/// Kept in the guide's cache for cardOf. A folder that cannot be written to is no error. `lengthS`: of the cut, 0 when
/// there is none.
void keepCard(const Guide& guide, const Session& session, double lengthS);

/// Whether the edition that was published last is of the guide as it is saved.
bool publishedAsItIs(const std::filesystem::path& folder);

/// Remembers that a guide was published. Errors: file.*.
Status notePublished(const std::filesystem::path& folder, const std::filesystem::path& edition);

/// Folders with a guide in them, at most `depth` folders below `root`.
std::vector<std::filesystem::path> guidesUnder(const std::filesystem::path& root, int depth = 3);

/// Films, log and track of a guide that are not where it says.
std::vector<MovedFile> movedFiles(const std::filesystem::path& folder, const Guide& guide);

/// The guide finds `moved` at `to`, and its other missing files beside it where they have kept their names.
Guide pointedAt(Guide guide, const std::filesystem::path& folder, const MovedFile& moved,
                const std::filesystem::path& to);

/// Reads the cards of the folders anew, on all cores; those whose guide.json did not change keep what is known.
/// Folders that are gone keep their last card, with the trouble on it.
std::vector<GuideCard> freshCards(const std::vector<GuideCard>& known, const Progress& progress);

/// The almanac made again from what it knows and from the guides under `roots`. Errors: almanac.unwritable.
Result<std::vector<GuideCard>> rebuildAlmanac(Almanac& almanac, const std::vector<std::filesystem::path>& roots,
                                              const Progress& progress);

/// A guide was made, opened or saved: its card goes to the front. Errors: almanac.unwritable.
Status putOnShelf(const std::filesystem::path& folder);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// More films and pictures of the lap: chase, from above, outside, on foot.
#pragma once
#include "jobs/session.h"

namespace hl {

struct FurtherFilm {
    std::filesystem::path file;
    FilmRole role = FilmRole::Chase;
    std::vector<PlacePair> pairs; ///< moments found by hand; two or more tie the film, one is enough on foot
};

/// The guide with the film in it, tied to the log: by the pairs, else by sound or motion. A film on foot needs a place.
/// Errors: those of the readers, film.no-place, sync.* (nothing fits: set two moments by hand).
Result<Guide> withFurtherFilm(const Guide& guide, const Session& session, const FurtherFilm& wish,
                              const Progress& progress);

/// A picture of a place of the lap. Errors: file.missing, still.no-picture, still.off-lap.
Result<Guide> withFurtherStill(const Guide& guide, const Session& session, const std::filesystem::path& file,
                               double atM, std::string caption);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Logs of any kind: a file of its own, or what a film's camera wrote into the film.
#pragma once
#include "core/film_log/film_log.h"
#include "core/log/log_input.h"
#include "core/sync/sync.h"
#include "jobs/progress.h"

#include <filesystem>

namespace hl {

/// The film's own log. The picture is only watched, for the receiver's delay, where no sensor of the camera tells it.
/// Errors: media.no-film-log, film-log.*, and those of the film.
Result<FilmLog> readFilmLog(const std::filesystem::path& film, const Progress& progress);

/// A log file, or the log of a film. `goOn` is told the share read and may stop it. Errors: as above and those of
/// readLog.
Result<CarLog> readAnyLog(const std::filesystem::path& log, const std::vector<ColumnChoice>& columns,
                          const std::function<bool(double)>& goOn);

/// A film with its own log needs no tying: what is open is the receiver's delay.
ClockTie ownTie(const Delay& delay);

} // namespace hl

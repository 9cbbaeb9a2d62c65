// SPDX-License-Identifier: GPL-3.0-or-later
// Left and right of a log that does not tell them, by the film.
#pragma once
#include "core/log/car_log.h"
#include "core/sync/sync.h"
#include "jobs/progress.h"

#include <filesystem>

namespace hl {

/// By which way the picture turns where the tie puts the film. `from` is Guessed where the film does not tell either,
/// or nobody needs it: a log with positions or a heading knows better. Errors: those of reading the film,
/// job.cancelled.
Result<SidesTold> sidesInFilm(const std::filesystem::path& video, const CarLog& log, const ClockTie& tie,
                              const Progress& progress);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The track in which an action camera writes what its sensors measured.
#pragma once
#include "core/film_log/sensor_streams.h"
#include "core/units/result.h"

#include <filesystem>
#include <functional>

namespace hl {

/// Whether the file begins like a film (MP4 and its kin, Matroska, AVI), whatever it is called.
bool looksLikeFilm(const std::filesystem::path& path);

/// All packets of the film's sensor track, on the film's clock; no picture is decoded. Errors: file.missing,
/// media.unreadable, media.no-film-log, job.cancelled.
Result<std::vector<MetadataPayload>> readMetadata(
    const std::filesystem::path& film, const std::function<bool(double)>& goOn = [](double) { return true; });

} // namespace hl

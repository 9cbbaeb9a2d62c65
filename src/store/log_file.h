// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/car_log.h"
#include "core/track/track.h"
#include "core/units/result.h"

#include <filesystem>

namespace hl {

/// Reads any supported log. Errors: those of readFile and of the format's importer.
Result<CarLog> readLog(const std::filesystem::path& path);

/// Reads a GeoJSON track (docs/formats.md). Errors: track.not-json, track.no-centre, track.bad-value.
Result<Track> readTrack(const std::filesystem::path& path);
Result<Track> parseTrack(std::string_view text, std::string_view fileName);

} // namespace hl

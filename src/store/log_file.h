// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/log/log_input.h"
#include "core/track/track.h"

#include <filesystem>

namespace hl {

/// Reads a log of any size in a stream. `choices` say what its columns are; `goOn` is told the share read and may stop
/// it. Errors: file.*, and those of importLog.
Result<CarLog> readLog(
    const std::filesystem::path& path, const std::vector<ColumnChoice>& choices = {},
    const std::function<bool(double)>& goOn = [](double) { return true; });
/// What the beginning of the file shows about its columns.
Result<LogShape> readLogShape(const std::filesystem::path& path, const std::vector<ColumnChoice>& choices = {});

/// A track from GeoJSON (docs/formats.md). Errors: file.missing, track.not-json, track.no-centre, track.bad-value.
Result<Track> readTrack(const std::filesystem::path& path);
Result<Track> parseTrack(std::string_view text, std::string_view fileName);

/// A track as GeoJSON, whole or not at all; one learned from laps says so of its edges and line. Errors: file.*
Status writeTrack(const std::filesystem::path& path, const Track& track);

} // namespace hl

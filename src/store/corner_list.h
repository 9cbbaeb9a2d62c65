// SPDX-License-Identifier: GPL-3.0-or-later
// Corner lists: which corners a track has, as CSV or GeoJSON (docs/formats.md), to be carried from one guide to
// another.
#pragma once
#include "core/corner/corner.h"
#include "core/track/track.h"

#include <filesystem>

namespace hl {

/// One row: at least the apex, or start and end.
struct ListedCorner {
    int number = 0; ///< 0: not told, counted on
    std::string name;
    std::optional<Side> side;
    std::optional<double> startM, turnInM, apexM, endM;
};

/// Errors: file.*, corner-list.not-json, corner-list.no-place (a row without a place), corner-list.bad-value,
/// corner-list.empty, corner-list.order (two corners at one place, or numbers that do not rise).
Result<std::vector<ListedCorner>> readCornerList(const std::filesystem::path& path);
Result<std::vector<ListedCorner>> parseCornerList(std::string_view text, std::string_view fileName);

/// What a list leaves out is taken from the lap: bounds, side and kind. Bounds are put in order and kept apart.
/// Errors: corner-list.beyond (a place that is not on this lap).
Result<std::vector<Corner>> listedOnLap(const std::vector<ListedCorner>& list, const LapTrace& trace);

/// By the file's extension: .csv, or GeoJSON for .json and .geojson; with the track, corners stand on the map.
Status writeCornerList(const std::filesystem::path& path, const std::vector<Corner>& corners, const Track* track);

} // namespace hl

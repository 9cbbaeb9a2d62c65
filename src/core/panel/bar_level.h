// SPDX-License-Identifier: GPL-3.0-or-later
// How full a drawn bar is, by what changes inside its box: whatever its colours, over whatever moves behind it.
#pragma once
#include "core/panel/readings.h"

#include <cstddef>
#include <cstdint>

namespace hl {

/// A bar's box over a film: its length in cells, its breadth in a few bands.
struct BarFilm {
    std::size_t cells = 0, bands = 0;  ///< cells from the empty end to the full one
    std::vector<std::uint8_t> colours; ///< frame by frame, band by band, cell by cell, three bytes each
    std::size_t frames() const { return cells * bands > 0 ? colours.size() / (cells * bands * 3) : 0; }
};

/// Shares of the bar, 0..1. Each cell has two colours over the film, empty and filled; a level parts the filled cells,
/// which lie at the bar's beginning, from the empty ones. Cells that never change are the bar's frame, or a part of it
/// that was never filled where they look as the empty ones do. All NaN where nothing changes like a bar.
Readings barLevels(const BarFilm& film);

} // namespace hl

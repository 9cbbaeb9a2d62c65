// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/sync/sound.h"

namespace hl {

/// How strongly each fundamental sounds over time: rows of `bands` values on a logarithmic frequency axis,
/// each the mean of the whitened spectrum at the fundamental's first harmonics.
struct NoteMap {
    double hopS = 0, startS = 0;
    double lowestHz = 0;
    int bandsPerOctave = 0, bands = 0;
    std::vector<float> values; ///< row-major, one row a hop
    std::size_t rows() const { return bands > 0 ? values.size() / static_cast<std::size_t>(bands) : 0; }
    float at(std::size_t row, double hz) const; ///< 0 outside the map
};

NoteMap noteMap(const Sound& sound, double hopS);

} // namespace hl

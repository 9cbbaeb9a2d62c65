// SPDX-License-Identifier: GPL-3.0-or-later
// Where in a long series a shorter one lies.
#pragma once
#include <optional>
#include <vector>

namespace hl {

/// Values on a clock of their own, ascending, without NaN.
struct Series {
    std::vector<double> t, v; ///< t in s
};

struct Alike {
    double offsetS = 0; ///< car clock minus film clock where they fit best
    struct Place {
        double offsetS = 0, likeness = 0;
    };
    std::vector<Place> others; ///< the next best places, best first
    double likeness = 0;       ///< correlation there, -1..1
    double lead = 0;           ///< standard errors by which the best place beats the others, at least
};

/// Correlation at every offset, by spectra. Nothing when they share less than 7 s.
std::optional<Alike> whereAlike(const Series& film, const Series& car);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The exact shift between two like series, once it is known to a tenth of a second or so.
#pragma once
#include "core/sync/alike.h"

namespace hl {

struct Shift1D {
    double offsetS = 0, driftPpm = 0; ///< car = offset + film * (1 + drift)
    double uncertaintyS = 0;          ///< of the offset at the middle of the film, two standard deviations
    double share = 0;                 ///< of the film's movement that the car's explains, 0..1
};

/// Least squares of film(t) against gain * car(offset + t * (1 + drift)). What is left over is no white noise (near
/// things stream past, the head nods), so it is whitened by an autoregression fitted to it, as Cochrane and Orcutt
/// (1949) do, and the uncertainty comes from how two-second blocks disagree (the sandwich of White, 1980). The drift is
/// held against what clocks usually do, 60 ppm. Nothing when the fit runs away by more than 0.4 s.
std::optional<Shift1D> fitShift(const Series& film, const Series& car, double offsetS);

} // namespace hl

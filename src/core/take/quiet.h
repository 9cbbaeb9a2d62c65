// SPDX-License-Identifier: GPL-3.0-or-later
// Where somebody speaks in a take and where not, by its loudness alone.
#pragma once
#include "core/sync/sound.h"
#include "core/take/aligned.h"

namespace hl {

struct Loudness {
    static constexpr double kStepS = 0.01;
    std::vector<double> db; ///< rms of each step, dBFS; at least -100
    double noiseDb = -100;  ///< of the quietest tenth
    double speechDb = -100; ///< of the loudest tenth
    double quietDb = -100;  ///< below it nobody speaks
    bool anySpeech() const { return speechDb > noiseDb + 8 && speechDb > -60; }
};
Loudness loudnessOf(const Sound& take);

/// Stretches of at least `leastS` in which nobody speaks, ascending.
std::vector<Pause> quietParts(const Loudness& loudness, double leastS);

/// The take in pieces of some ten seconds that part in pauses, at the quietest moment where there are none: [from, to)
/// seconds, without gaps.
std::vector<Pause> piecesOf(const Loudness& loudness, double lengthS);

} // namespace hl

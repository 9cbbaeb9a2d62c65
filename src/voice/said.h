// SPDX-License-Identifier: GPL-3.0-or-later
// The sentence that was really said: the script where it was said as written, other words where it was not. Inside
// voice only.
#pragma once
#include "core/take/quiet.h"
#include "core/units/numbers.h"
#include "voice/ears.h"

namespace hl {

inline constexpr std::size_t kNoToken = static_cast<std::size_t>(-1);

struct SaidPlace {
    Place readings;
    std::size_t token = kNoToken;      ///< of the script; kNoToken: an added or another word, its one reading
    double nearS = 0;                  ///< where it was heard first
    double nearEndS = kNaN;            ///< NaN: nobody knows
    bool sure = true;                  ///< heard as it is written, without being told what to hear
    double startS = kNaN, endS = kNaN; ///< as laid on the sound; NaN where it cannot be
    std::size_t reading = 0;           ///< which one it was
    bool laid() const { return !std::isnan(startS); }
};

void laidAt(SaidPlace& place, const Fit::Said& fit, double fromS);

/// Tokens that are not among what was said, and words that are in no script.
std::vector<Difference> differencesOf(const std::vector<ScriptToken>& script, const std::vector<SaidPlace>& said);

/// Ascending. What could not be laid on the sound stands where it was heard first, unsure.
std::vector<AlignedToken> alignedTokens(const std::vector<SaidPlace>& said);

/// Stretches without a word: the quiet ones, and those between words in which somebody draws breath, which is far
/// softer than speech. Ascending, apart.
std::vector<Pause> pausesOf(const Loudness& loudness, const std::vector<SaidPlace>& said);

} // namespace hl

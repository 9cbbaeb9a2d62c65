// SPDX-License-Identifier: GPL-3.0-or-later
// What was heard otherwise than it is written, held against the sound before it is believed. Inside voice only.
#pragma once
#include "core/take/match_words.h"
#include "voice/said.h"

namespace hl {

/// A take as the ear wants it, and its script.
struct ForEar {
    const std::vector<ScriptToken>& script;
    const Samples& sound;
    double lengthS() const { return num(sound.size()) / kEarRate; }
};

inline constexpr double kRoomS = 0.15; ///< of sound around the words that are held against it

/// What was said, in order: the script where it was heard or where a doubt was not believed, else what was heard.
std::vector<SaidPlace> believed(const ForEar& take, Ears& ears, const std::vector<HeardWord>& heard,
                                const std::vector<Matched>& matched);

} // namespace hl

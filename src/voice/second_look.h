// SPDX-License-Identifier: GPL-3.0-or-later
// What the free hearing takes for the script though it was said otherwise: its expectation is strong. Inside voice
// only.
#pragma once
#include "core/take/quiet.h"
#include "voice/doubt.h"

namespace hl {

/// Little words that are squeezed into less than it takes to say them were perhaps left out; sound between two words
/// that belongs to neither, or a word that lasts too long, hides perhaps an "um". Each is held against the sound, and
/// `said` changed where the sound is likelier that way.
void lookAgain(const ForEar& take, Ears& ears, const Loudness& loudness, const Lexicon& lexicon,
               std::vector<SaidPlace>& said);

} // namespace hl

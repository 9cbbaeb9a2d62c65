// SPDX-License-Identifier: GPL-3.0-or-later
// Whoever speaks the words of a guide.
#pragma once
#include "core/sync/sound.h"
#include "core/units/result.h"

#include <memory>
#include <string>
#include <vector>

namespace hl {

struct SpokenWord {
    std::string text;
    double startS = 0; ///< from the first sample of the utterance
};

struct Utterance {
    Sound sound;
    std::vector<SpokenWord> words;
};

class Narrator {
  public:
    virtual ~Narrator() = default;
    /// Errors: voice.silent (the voice made no sound of a text that has words).
    virtual Result<Utterance> speak(const std::string& text) = 0;
    /// How long the text takes, seconds; 0 for empty text.
    double duration(const std::string& text);
};

/// The built-in scratch voice. One at a time may speak in a process; calls wait for each other.
/// Errors: voice.unavailable (espeak-ng's data is not installed).
Result<std::unique_ptr<Narrator>> scratchVoice(int wordsPerMinute = 168);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// Whoever speaks the words of a guide.
#pragma once
#include "core/units/result.h"
#include "core/words/speech.h"

#include <memory>
#include <string>
#include <vector>

namespace hl {

struct Utterance {
    Sound sound;
    std::vector<SpokenWord> words;
};

inline constexpr int kUsualPace = 168; ///< words a minute

class Narrator {
  public:
    virtual ~Narrator() = default;
    /// Shared with whoever asked before: a guide is asked for as a whole at every keystroke.
    /// Errors: voice.silent (the voice made no sound of a text that has words).
    virtual Result<std::shared_ptr<const Utterance>> spoken(const std::string& text,
                                                            int wordsPerMinute = kUsualPace) = 0;
    /// The same for somebody who changes it.
    Result<Utterance> speak(const std::string& text, int wordsPerMinute = kUsualPace);
    virtual std::string_view name() const = 0; ///< "scratch voice"
};

/// The built-in scratch voice. One at a time may speak in a process; calls wait for each other.
/// Errors: voice.unavailable (espeak-ng's data is not installed).
Result<std::unique_ptr<Narrator>> scratchVoice();

/// What will be heard of every beat and cue. `narrator` may be null: then nothing is, and each speech says so.
Speeches speechesOf(const Guide& guide, Narrator* narrator, int wordsPerMinute = kUsualPace);

} // namespace hl

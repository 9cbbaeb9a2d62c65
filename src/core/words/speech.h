// SPDX-License-Identifier: GPL-3.0-or-later
// What will be heard of a beat: planner, mixer, captions and views are handed this, never a text to be spoken.
#pragma once
#include "core/guide/guide.h"
#include "core/sync/sound.h"
#include "core/take/aligned.h"

#include <functional>
#include <map>
#include <memory>

namespace hl {

struct SpokenWord {
    std::string text;
    double startS = 0;    ///< from the speech's first sample
    std::size_t from = 0; ///< byte of the text at which the word begins
};

struct Speech {
    BeatId beat;
    bool cue = false;
    std::string text;
    std::string caption = {};           ///< read in its place, as in Beat; empty: the text
    double lengthS = 0;                 ///< without the pause after it; never 0 for a text with words
    std::vector<SpokenWord> words;      ///< in order; empty: nobody knows, letters share the time evenly
    std::shared_ptr<const Sound> sound; ///< null: not heard
    std::string source;                 ///< "scratch voice", "take"
    std::optional<Level> level = {};    ///< of a take as it was spoken
    std::string lacking;                ///< why a take is not heard and another voice speaks; empty when all is well
    std::string failure;                ///< why it will not be heard; empty when it will
};

/// The speech of every beat and cue of a guide that has words.
class Speeches {
  public:
    void put(Speech s);
    std::shared_ptr<const Speech> of(BeatId beat, bool cue) const; ///< null for no words
    const auto& all() const { return all_; }

  private:
    std::map<std::pair<BeatId, bool>, std::shared_ptr<const Speech>> all_;
};

/// Whoever speaks a text: fills sound, words, length and source, or the failure.
using Speaker = std::function<Speech(const std::string& text)>;

/// Every text is asked for once. A text that its speaker could not say still takes the time it would need.
Speeches speechesOf(const Guide& guide, const Speaker& speaker);

/// Seconds that a calm voice takes, by the letters; 0 for a text without words.
double usualLength(std::string_view text);

/// Whether there is anything to say in it.
bool hasWords(std::string_view text);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// The recogniser: what was said in a piece of sound, or when the words of a known sentence are in it. Inside voice
// only.
#pragma once
#include "core/take/aligned.h"
#include "core/take/readings.h"
#include "core/units/result.h"
#include "voice/lexicon.h"

#include <cstdint>
#include <memory>
#include <optional>

namespace hl {

inline constexpr int kEarRate = 16000; ///< samples a second that it hears

/// Words of one place of a sentence: one of several readings.
using Place = std::vector<Reading>;

using Samples = std::vector<std::int16_t>; ///< of kEarRate

/// A sentence laid on the sound.
struct Fit {
    struct Said {
        std::size_t place = 0, reading = 0; ///< of the sentence
        double startS = 0, endS = 0;
    };
    std::vector<Said> places; ///< ascending; one for each place that has readings
};

/// Which of two sentences was said; without a fit neither of them can be laid on the sound.
struct Weighed {
    std::optional<Fit> fit; ///< of the one that was
    bool other = false;
};

/// Of one thread.
class Ear {
  public:
    /// `framesPerS`: 100 for speech of the usual pace; more for faster speech, so that its sounds last as many frames
    /// as those it was taught with. `arpa`: what is expected (script_model.h). Errors: voice.unavailable (its model is
    /// not installed), file.*.
    static Result<Ear> open(const Lexicon& lexicon, const std::string& arpa, int framesPerS);
    Ear(Ear&&) noexcept;
    Ear& operator=(Ear&&) noexcept;
    ~Ear();

    std::vector<HeardWord> listen(const Samples& sound);
    /// None where the sentence cannot be laid on the sound at all.
    std::optional<Fit> fit(const Samples& sound, const std::vector<Place>& sentence);
    /// Whether the sound is likelier by more than `handicap` (log likelihood as the recogniser counts it) with the
    /// other sentence. A sentence of which nothing can be said was not said.
    Weighed weigh(const Samples& sound, const std::vector<Place>& sentence, const std::vector<Place>& other,
                  double handicap);

  private:
    struct Inside;
    explicit Ear(std::unique_ptr<Inside> inside);
    std::unique_ptr<Inside> in_;
};

} // namespace hl

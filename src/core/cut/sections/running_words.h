// SPDX-License-Identifier: GPL-3.0-or-later
// Words over a film that runs on: each finished before its place; what would step on the words before is left out.
#pragma once
#include "core/cut/sections/planning.h"

namespace hl {

inline constexpr double kApartS = 0.08; ///< between words and the next

class RunningWords {
  public:
    /// Over film [fromS, toS), played from where `out` stands now, at `rate`, with at least `apartS` of silence between
    /// words.
    RunningWords(SectionBuilder& out, double fromS, double toS, double rate = 1, double apartS = kApartS);
    /// Short words that call something out: done just before the place.
    void call(const std::shared_ptr<const Speech>& speech, double placeFilmS, CornerId corner);
    /// Words that explain: anywhere in their window, as late as it allows.
    void say(const std::shared_ptr<const Speech>& speech, const FilmWindow& window, CornerId corner);

  private:
    double guideS(double filmS) const { return start_ + (filmS - from_) / rate_; }
    void put(const std::shared_ptr<const Speech>& speech, double beginS, const FilmWindow& window, CornerId corner);
    SectionBuilder& out_;
    double start_, from_, to_, rate_, apartS_, free_;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

/// A speech in pieces of at most two lines, each shown while it is spoken: by its words' own times where they are
/// known, else by its share of the letters. `startS` is the speech's place in the guide.
std::vector<Caption> captionsOf(const Speech& speech, double startS);
/// Of all that is spoken. One that is read more slowly than spoken (17 letters a second) stays through the silence
/// after it.
std::vector<Caption> captionsOf(const Cut& cut);

/// One line, or two of at most 42 letters broken where a phrase ends, as far as the words allow.
std::string inLines(const std::string& text);

/// With `wordTimes` each word says when it is spoken, for players that light it.
std::string webVtt(const std::vector<Caption>& captions, bool wordTimes = false);
std::string subRip(const std::vector<Caption>& captions);

/// Chapters as WebVTT and for the film: sections that follow each other and show the same corner are one.
struct GuideChapter {
    double startS = 0, endS = 0;
    CornerId corner; ///< 0 for the whole lap
    std::string title;
};
std::vector<GuideChapter> chaptersOf(const Guide& guide, const Cut& cut);

} // namespace hl

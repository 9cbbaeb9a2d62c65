// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "core/cut/cut.h"

namespace hl {

struct Caption {
    double startS = 0, endS = 0; ///< guide time
    std::string text;
};

/// A spoken text in pieces of at most two lines, each shown while its share of the letters is spoken.
std::vector<Caption> captionsOf(const Spoken& spoken);
std::vector<Caption> captionsOf(const Cut& cut);

std::string webVtt(const std::vector<Caption>& captions);
/// Chapters as WebVTT and for the film: one for the opening and one a corner.
struct GuideChapter {
    double startS = 0, endS = 0;
    int corner = 0;
    std::string title;
};
std::vector<GuideChapter> chaptersOf(const Guide& guide, const Cut& cut);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// What an edit changed, so that nobody works anew on what stayed.
#pragma once
#include "core/guide/guide.h"

namespace hl {

struct GuideChange {
    bool scene = false;   ///< and the set-up
    bool sources = false; ///< films, ties, log
    bool corners = false; ///< which there are, their bounds, numbers, names
    bool words = false;   ///< beats and cues
    bool advice = false;  ///< and consequence
    bool markers = false;
    bool format = false; ///< outline, what the picture shows, frame rate, edition
    bool facts = false;  ///< the corners were measured anew; not the guide's value
    bool file = false;   ///< saved, or not any more
    bool spoken() const { return words || corners; }
};

GuideChange changeBetween(const Guide& before, const Guide& after);

} // namespace hl

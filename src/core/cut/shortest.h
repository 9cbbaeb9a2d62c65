// SPDX-License-Identifier: GPL-3.0-or-later
// How little can be added to a stretch, and where: the bound of every plan, and a plan that meets it.
#pragma once
#include "core/cut/ground.h"

namespace hl {

/// A window in guide seconds of the ground: what the film takes at its fastest.
struct GroundWindow {
    double from = 0, to = 0, length = 0;
};
std::vector<GroundWindow> onGround(const std::vector<WordsOver>& tight, const Ground& ground);

/// Words `first`..`last` need `added` guide s more than the film between their windows' outer ends gives.
struct Tight {
    std::size_t first = 0, last = 0;
    double added = 0;
};
/// The heaviest chain of windows that do not touch, in order. Every shortest plan adds exactly this, in these windows,
/// and nothing anywhere else.
std::vector<Tight> tightWindows(const std::vector<GroundWindow>& windows);

/// The ground that each of the words has for itself in a shortest plan with the least standing: its words begin at
/// `from` and end at `to`, and what they need beyond that is added between.
struct Share {
    double from = 0, to = 0;
};
/// `slowing`: how many times longer the ground can be made without standing.
std::vector<Share> sharedOut(const std::vector<GroundWindow>& windows, double slowing);
/// As late as possible: each ends where its window closes, or where the next one begins.
std::vector<Share> sharedLate(const std::vector<GroundWindow>& windows);

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
// New pictures between two filmed ones, by where things moved.
#pragma once
#include "media/picture_frame.h"

#include <memory>

namespace hl {

/// Keeps the motion of the pair it was asked for last: ask for all pictures of a pair before the next. Not thread-safe.
class BetweenFrames {
  public:
    BetweenFrames();
    BetweenFrames(BetweenFrames&&) noexcept;
    BetweenFrames& operator=(BetweenFrames&&) noexcept;
    ~BetweenFrames();

    /// The picture `share` (0..1) of the way from `before` to `after`, which follow each other in the film and are of
    /// one size. Things that moved are moved on; what hangs with the camera (the car's own body, drawn panels) stays.
    /// Where neither is seen in both pictures they are laid over each other.
    YuvFrame at(const YuvFrame& before, const YuvFrame& after, double share);
    /// The part of the last picture in which no motion could be trusted, 0..1.
    double untrusted() const;

  private:
    struct Parts;
    std::unique_ptr<Parts> parts_;
};

/// How far `t` is on the way from one filmed picture to the next: 0 or 1 where that one is as good as there, and 0
/// where they are too far apart to follow each other.
double shareBetween(FootageTime before, FootageTime after, FootageTime t);

/// A picture of which more than this is untrusted is laid over whole: half a ghost is worse than one.
inline constexpr double kMostUntrusted = 0.5;

} // namespace hl

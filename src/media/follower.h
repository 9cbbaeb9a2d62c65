// SPDX-License-Identifier: GPL-3.0-or-later
// Follows a patch of pictures in one direction, frame after frame. Inside media only.
#pragma once
#include "media/follow_thing.h"
#include "media/patch.h"

#include <algorithm>
#include <optional>

namespace hl {

inline constexpr double kAround = 1.5;        // half side of the patch, in radii of the thing
inline constexpr double kLeastHalf = 6;       // px
inline constexpr double kLeastContrast = 2.5; // grey levels; less is nothing to hold on to

/// The neighbourhood searched for the kept patch, in a few sizes.
std::optional<patch::Laid> foundNear(const patch::Patch& kept, const cv::Mat& keptFrom, const cv::Mat& grey,
                                     const patch::Place& near);

/// Follows in one direction, frame after frame.
class Follower {
  public:
    using Wish = FollowWish;
    Follower(const cv::Mat& first, FootageTime when, const patch::Place& place, const Wish& wish,
             const patch::Trust& trust = patch::usualTrust())
        : before_(first), when_(when), at_(place), wish_(wish), trust_(trust) {
        keep(first);
    }
    const patch::Place& place() const { return at_; }
    const patch::Trust& trust() const { return trust_; }
    bool gone() const { return gone_; }
    double likeness() const { return likeness_; }
    void giveUp() { gone_ = true; }

    FollowedPoint step(const cv::Mat& now, FootageTime when);

  private:
    static constexpr int kPatience = 12;
    static constexpr double kAnew = 1.3, kSmallPx = 10, kFinestPx = 3;

    /// As far from where it is expected as it was, grown with it.
    std::optional<patch::Place> expectedAt(FootageTime when) const;
    void keep(const cv::Mat& grey) { kept_ = patch::take(grey, at_, trust_), keptFrom_ = grey; }
    /// What does not stay as it was on the thing is not the thing: points that often differ count less.
    void learn(const cv::Mat& now);
    /// A new patch is kept where the old one still fits well, so that nothing creeps in.
    void keepSoon(const cv::Mat& grey, double likeness);
    bool likeBefore(const patch::Place& place, const cv::Mat& now) const;
    FollowedPoint point(FootageTime when, Held held) const {
        return {when, at_.x + 0.5, at_.y + 0.5, at_.half / kAround, held};
    }
    cv::Mat before_, keptFrom_;
    FootageTime when_;
    patch::Place at_;
    const Wish& wish_;
    patch::Trust trust_, off_{};
    patch::Patch kept_;
    double vx_ = 0, vy_ = 0, nearing_ = 0, likeness_ = 1;
    int lost_ = 0, unsure_ = 0;
    bool gone_ = false;
};

} // namespace hl

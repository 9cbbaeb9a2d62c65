// SPDX-License-Identifier: GPL-3.0-or-later
// What is heard of a guide.
#pragma once
#include "jobs/session.h"
#include "media/sound.h"

#include <functional>
#include <future>
#include <optional>

namespace hl {

inline constexpr int kGuideSoundRate = 48000; ///< samples a second

/// All of the guide's sound at its loudness. A part of the guide is as loud as it is in the whole. `goOn` may give it
/// up; what is returned then is for nobody.
Sound soundOf(const Guide& guide, const Session& session, const Cut& cut, const std::function<bool()>& goOn = {});

/// Of all of a guide's sound what is heard with its pictures [first, last).
Sound soundWithPictures(const Sound& whole, long first, long last, int frameRate);

/// A sound that is mixed while the first pictures are made.
class MixedMeanwhile {
  public:
    MixedMeanwhile() : mixed_(Sound{}) {} ///< silence, at once
    explicit MixedMeanwhile(std::function<Sound()> mix) : coming_(std::async(std::launch::async, std::move(mix))) {}
    const Sound* ready(); ///< null: not yet
    const Sound& awaited();

  private:
    std::future<Sound> coming_;
    std::optional<Sound> mixed_;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/guide_sound.h"

#include "core/cut/soundtrack.h"
#include "core/units/numbers.h"
#include "media/stretch.h"
#include "voice/loudness.h"

#include <algorithm>
#include <cmath>

namespace hl {

Sound soundOf(const Guide& guide, const Session& m, const Cut& cut, const std::function<bool()>& goOn) {
    constexpr double kPeakDbtp = -1;
    Sound footage{kGuideSoundRate, 0, {}};
    if (m.videoInfo.hasSound)
        if (auto s = readSound(m.video, kGuideSoundRate)) footage = std::move(*s);
    return atLoudness(mixSoundtrack(cut, {footage, stretched}, 0, cut.lengthS), guide.loudnessLufs, kPeakDbtp, goOn);
}

const Sound* MixedMeanwhile::ready() {
    using namespace std::chrono_literals;
    if (!mixed_ && coming_.wait_for(0s) == std::future_status::ready) mixed_ = coming_.get();
    return mixed_ ? &*mixed_ : nullptr;
}

const Sound& MixedMeanwhile::awaited() {
    if (!mixed_) mixed_ = coming_.get();
    return *mixed_;
}

Sound soundWithPictures(const Sound& whole, long first, long last, int frameRate) {
    const auto at = [&](long frame) {
        const double i = std::round(static_cast<double>(frame) / frameRate * whole.rate);
        return static_cast<std::ptrdiff_t>(std::clamp(i, 0.0, num(whole.samples.size())));
    };
    return {whole.rate, 0, {whole.samples.begin() + at(first), whole.samples.begin() + at(last)}};
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "jobs/guide_sound.h"

#include "core/cut/soundtrack.h"
#include "core/units/numbers.h"
#include "media/stretch.h"
#include "voice/loudness.h"

#include <algorithm>
#include <cmath>

namespace hl {

Sound soundOf(const Guide& guide, const Session& m, const Cut& cut) {
    Sound footage{48000, 0, {}};
    if (m.videoInfo.hasSound)
        if (auto s = readSound(m.video, 48000)) footage = std::move(*s);
    return atLoudness(mixSoundtrack(cut, {footage, stretched}, 0, cut.lengthS), guide.loudnessLufs);
}

Sound soundWithPictures(const Sound& whole, long first, long last, int frameRate) {
    const auto at = [&](long frame) {
        const double i = std::round(static_cast<double>(frame) / frameRate * whole.rate);
        return static_cast<std::ptrdiff_t>(std::clamp(i, 0.0, num(whole.samples.size())));
    };
    return {whole.rate, 0, {whole.samples.begin() + at(first), whole.samples.begin() + at(last)}};
}

} // namespace hl

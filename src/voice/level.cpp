// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/quiet.h"
#include "core/units/numbers.h"
#include "voice/align.h"
#include "voice/loudness.h"

#include <algorithm>
#include <cmath>

namespace hl {
namespace {

/// A run of samples at full scale: a rounded peak that only touches it is none.
bool clips(const std::vector<float>& samples) {
    constexpr float kFull = 0.9985f;
    constexpr int kRun = 3;
    int run = 0;
    for (const float s : samples) {
        run = std::abs(s) >= kFull ? run + 1 : 0;
        if (run >= kRun) return true;
    }
    return false;
}

double quietestTenth(const Sound& take) {
    const auto step = static_cast<std::size_t>(std::max(1, take.rate / 50));
    std::vector<double> power;
    for (std::size_t i = 0; i + step <= take.samples.size(); i += step) {
        double sum = 0;
        for (auto k = i; k < i + step; ++k)
            sum += static_cast<double>(take.samples[k]) * static_cast<double>(take.samples[k]);
        power.push_back(sum / num(step));
    }
    if (power.empty()) return -100;
    std::sort(power.begin(), power.end());
    double sum = 0;
    const auto tenth = std::max<std::size_t>(1, power.size() / 10);
    for (std::size_t i = 0; i < tenth; ++i) sum += power[i];
    return std::max(-100.0, 10 * std::log10(sum / num(tenth) + 1e-12));
}

} // namespace

Result<Level> levelOf(const Sound& take) {
    if (take.samples.empty() || take.rate <= 0)
        return Error{"take.silent", "there is no sound in the take", "", "somebody who speaks"};
    Level level;
    float peak = 0;
    for (const float s : take.samples) peak = std::max(peak, std::abs(s));
    level.peakDbfs = std::max(-100.0, 20 * std::log10(static_cast<double>(peak) + 1e-9));
    level.clipped = clips(take.samples);
    level.noiseDbfs = quietestTenth(take);
    level.speechLufs = integratedLoudness(take);
    return level;
}

} // namespace hl

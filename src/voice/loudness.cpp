// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/loudness.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>
#include <deque>
#include <ebur128.h>
#include <memory>

namespace hl {
namespace {

struct Freed {
    void operator()(ebur128_state* s) const { ebur128_destroy(&s); }
};

using GoOn = std::function<bool()>;

/// Null where it was given up.
std::unique_ptr<ebur128_state, Freed> measured(const Sound& s, int mode, const GoOn& goOn = {}) {
    std::unique_ptr<ebur128_state, Freed> state(ebur128_init(1, static_cast<unsigned long>(std::max(s.rate, 1)), mode));
    if (!state) return state;
    ebur128_set_channel(state.get(), 0, EBUR128_DUAL_MONO);                 // played on both sides
    const auto atOnce = static_cast<std::size_t>(10 * std::max(s.rate, 1)); // ten seconds
    for (std::size_t from = 0; from < s.samples.size(); from += atOnce) {
        if (goOn && !goOn()) return nullptr;
        ebur128_add_frames_float(state.get(), s.samples.data() + from, std::min(atOnce, s.samples.size() - from));
    }
    return state;
}

float gainOf(double db) { return static_cast<float>(std::pow(10, db / 20)); }

/// The gain that keeps every sample below the ceiling: the least of what the next milliseconds need, reached evenly.
void limit(std::vector<float>& samples, int rate, float ceiling) {
    const auto ahead = static_cast<std::size_t>(0.005 * rate);
    constexpr double kReleaseS = 0.08;
    const float back = 1 - static_cast<float>(std::exp(-1 / (kReleaseS * rate)));
    const auto need = [&](std::size_t i) {
        const float a = std::abs(samples[i]);
        return a > ceiling ? ceiling / a : 1.0f;
    };
    std::deque<std::size_t> least; // places of ever larger needs within the window
    std::vector<float> window(ahead + 1, 1.0f);
    double sum = num(ahead + 1);
    float held = 1;
    std::size_t next = 0;
    const auto n = samples.size();
    std::vector<float> out(n);
    for (std::size_t i = 0; i < n; ++i) {
        for (; next < std::min(n, i + ahead + 1); ++next) {
            while (!least.empty() && need(least.back()) >= need(next)) least.pop_back();
            least.push_back(next);
        }
        while (least.front() < i) least.pop_front();
        const float now = need(least.front());
        held = now < held ? now : held + back * (now - held);
        // The mean over the window: it has come down by the time the peak is there.
        auto& slot = window[i % (ahead + 1)];
        sum += static_cast<double>(held - slot);
        slot = held;
        out[i] = samples[i] * std::min(static_cast<float>(sum / num(ahead + 1)), need(i));
    }
    samples = std::move(out);
}

} // namespace

namespace {

double loudness(const Sound& s, const GoOn& goOn) {
    constexpr double kNothing = -70;
    const auto state = measured(s, EBUR128_MODE_I, goOn);
    double lufs = 0;
    if (!state || ebur128_loudness_global(state.get(), &lufs) != EBUR128_SUCCESS || !std::isfinite(lufs))
        return kNothing;
    return lufs;
}

double peakOf(const Sound& s, const GoOn& goOn) {
    const auto state = measured(s, EBUR128_MODE_TRUE_PEAK, goOn);
    double peak = 0;
    if (!state || ebur128_true_peak(state.get(), 0, &peak) != EBUR128_SUCCESS || peak <= 0) return -100;
    return 20 * std::log10(peak);
}

/// The stretches of a sound in which a true peak can come near a ceiling: between samples it is higher than those
/// beside it, but of what people listen to not twice as high. Where two stretches meet, the step is smaller than the
/// ceiling too.
Sound nearCeiling(const Sound& s, float ceiling) {
    const auto block = static_cast<std::size_t>(std::max(1, s.rate / 100)), n = s.samples.size();
    const auto loud = [&](std::size_t from) {
        return std::any_of(s.samples.begin() + static_cast<std::ptrdiff_t>(from),
                           s.samples.begin() + static_cast<std::ptrdiff_t>(std::min(n, from + block)),
                           [&](float a) { return std::abs(a) > ceiling / 2; });
    };
    Sound out{s.rate, 0, {}};
    std::size_t taken = 0;
    for (std::size_t from = 0; from < n; from += block) {
        if (!loud(from)) continue;
        const auto begin = std::max(taken, from > block ? from - block : 0), end = std::min(n, from + 2 * block);
        out.samples.insert(out.samples.end(), s.samples.begin() + static_cast<std::ptrdiff_t>(begin),
                           s.samples.begin() + static_cast<std::ptrdiff_t>(end));
        taken = end;
    }
    return out;
}

void amplify(std::vector<float>& samples, float gain) {
    for (float& s : samples) s *= gain;
}

} // namespace

double integratedLoudness(const Sound& s) { return loudness(s, {}); }
double truePeakDb(const Sound& s) { return peakOf(s, {}); }

Sound levelled(Sound voice, double lufs) {
    constexpr double kMostDb = 30, kNothing = -69, kCeilingDb = -1;
    const double now = integratedLoudness(voice);
    if (now < kNothing) return voice;
    float peak = 1e-6f;
    for (const float s : voice.samples) peak = std::max(peak, std::abs(s));
    const float gain = std::min(gainOf(std::min(kMostDb, lufs - now)), gainOf(kCeilingDb) / peak);
    amplify(voice.samples, gain);
    return voice;
}

Sound atLoudness(Sound all, double lufs, double peakDbtp, const GoOn& goOn) {
    constexpr double kNothing = -69, kCloseDb = 0.1;
    double now = loudness(all, goOn);
    if (now < kNothing) return all;
    // What the limiter takes away is given back once or twice; between samples the peak is a little higher.
    double ceiling = peakDbtp - 0.3;
    const auto original = all.samples;
    double gain = lufs - now;
    for (int round = 0; round < 10 && (!goOn || goOn()); ++round) {
        all.samples = original;
        amplify(all.samples, gainOf(gain));
        limit(all.samples, all.rate, gainOf(ceiling));
        now = loudness(all, goOn);
        if (std::abs(now - lufs) < kCloseDb) { // looking between the samples takes longest
            const double peak = peakOf(nearCeiling(all, gainOf(peakDbtp)), goOn);
            if (peak <= peakDbtp) return all;
            ceiling -= peak - peakDbtp + 0.05;
        }
        gain += std::clamp(lufs - now, -6.0, 6.0);
    }
    if (const double peak = peakOf(nearCeiling(all, gainOf(peakDbtp)), goOn); peak > peakDbtp)
        amplify(all.samples, gainOf(peakDbtp - peak));
    return all;
}

} // namespace hl

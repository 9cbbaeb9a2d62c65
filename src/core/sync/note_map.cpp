// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/sync/note_map.h"

#include "core/sync/fft_plan.h"
#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr double kLowestHz = 12, kOctaves = 6.2;
constexpr int kBandsPerOctave = 48, kHarmonics = 6;
constexpr double kWindowS = 0.10;
constexpr double kTopHz = 1600; // above this cockpit sound is wind

/// Log magnitudes with the slow shape of the spectrum (wind, the microphone) taken out.
void whiten(std::vector<float>& spectrum) {
    constexpr int kReach = 12;
    std::vector<double> sum(spectrum.size() + 1, 0.0);
    for (std::size_t i = 0; i < spectrum.size(); ++i) sum[i + 1] = sum[i] + spectrum[i];
    std::vector<float> out(spectrum.size());
    const int n = static_cast<int>(spectrum.size());
    for (int i = 0; i < n; ++i) {
        const int a = std::max(0, i - kReach), b = std::min(n, i + kReach + 1);
        const double mean = (sum[static_cast<std::size_t>(b)] - sum[static_cast<std::size_t>(a)]) / (b - a);
        out[static_cast<std::size_t>(i)] =
            static_cast<float>(std::clamp(spectrum[static_cast<std::size_t>(i)] - mean, -1.0, 3.0));
    }
    spectrum = std::move(out);
}

} // namespace

float NoteMap::at(std::size_t row, double hz) const {
    const double band = std::log2(hz / lowestHz) * bandsPerOctave;
    if (!(band >= 0) || band >= bands - 1) return 0;
    const auto i = static_cast<std::size_t>(band);
    const auto f = static_cast<float>(band - std::floor(band));
    const float* r = &values[row * static_cast<std::size_t>(bands)];
    return r[i] + (r[i + 1] - r[i]) * f;
}

NoteMap noteMap(const Sound& sound, double hopS) {
    NoteMap map;
    map.hopS = hopS, map.lowestHz = kLowestHz, map.bandsPerOctave = kBandsPerOctave;
    map.bands = static_cast<int>(kOctaves * kBandsPerOctave);
    const int n = static_cast<int>(kWindowS * sound.rate), padded = 2 * n;
    map.startS = sound.startS + kWindowS / 2;
    std::vector<float> window(static_cast<std::size_t>(n)), in(static_cast<std::size_t>(padded), 0.0f);
    std::vector<fftwf_complex> out(static_cast<std::size_t>(padded / 2 + 1));
    for (int i = 0; i < n; ++i)
        window[static_cast<std::size_t>(i)] = static_cast<float>(0.5 - 0.5 * std::cos(2 * kPi * i / n));
    const auto plan = fftPlan([&] { return fftwf_plan_dft_r2c_1d(padded, in.data(), out.data(), FFTW_ESTIMATE); });
    const double binHz = static_cast<double>(sound.rate) / padded;
    const auto bins = std::min(out.size(), static_cast<std::size_t>(kTopHz / binHz));
    std::vector<float> spectrum(bins);
    for (std::size_t row = 0;; ++row) {
        const auto from = static_cast<std::size_t>(std::llround(num(row) * hopS * sound.rate));
        if (from + static_cast<std::size_t>(n) > sound.samples.size()) break;
        for (int i = 0; i < n; ++i)
            in[static_cast<std::size_t>(i)] =
                sound.samples[from + static_cast<std::size_t>(i)] * window[static_cast<std::size_t>(i)];
        fftwf_execute(plan.get());
        for (std::size_t i = 0; i < bins; ++i) spectrum[i] = std::log(1e-4f + std::hypot(out[i][0], out[i][1]));
        whiten(spectrum);
        for (int b = 0; b < map.bands; ++b) {
            const double hz = kLowestHz * std::exp2(static_cast<double>(b) / kBandsPerOctave);
            float sum = 0;
            int count = 0;
            for (int h = 1; h <= kHarmonics; ++h) {
                const double bin = hz * h / binHz;
                if (bin >= num(bins) - 1) break;
                const auto i = static_cast<std::size_t>(bin);
                sum += spectrum[i] + (spectrum[i + 1] - spectrum[i]) * static_cast<float>(bin - std::floor(bin));
                ++count;
            }
            map.values.push_back(count >= 2 ? sum / static_cast<float>(count) : 0.0f);
        }
    }
    return map;
}

} // namespace hl

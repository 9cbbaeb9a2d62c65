// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cut/soundtrack.h"

#include "core/units/numbers.h"

#include <algorithm>

namespace hl {
namespace {

constexpr float kOpen = 0.55f, kUnderWords = 0.13f, kSlowed = 0.30f; // gains of the engine
constexpr double kFadeS = 0.12, kSeamS = 0.006;
constexpr float kVoiceGain = 0.95f;

float read(const Sound& s, double atS) {
    const double u = (atS - s.startS) * s.rate;
    if (u < 0 || u + 1 >= num(s.samples.size())) return 0;
    const auto i = static_cast<std::size_t>(u);
    return s.samples[i] + (s.samples[i + 1] - s.samples[i]) * static_cast<float>(u - std::floor(u));
}

Sound pieceOf(const Sound& s, double fromS, double toS) {
    const auto at = [&](double t) {
        return static_cast<std::ptrdiff_t>(std::clamp((t - s.startS) * s.rate, 0.0, num(s.samples.size())));
    };
    return {s.rate, 0, {s.samples.begin() + at(fromS), s.samples.begin() + at(std::max(fromS, toS))}};
}

} // namespace

Sound mixSoundtrack(const Cut& cut, const SoundSources& sources, double fromS, double toS) {
    const auto& footage = sources.footage;
    Sound out;
    out.rate = footage.rate > 0 ? footage.rate : 48000;
    out.startS = fromS;
    const auto n = static_cast<std::size_t>(std::max(0.0, (toS - fromS) * out.rate));
    out.samples.assign(n, 0.0f);
    const auto index = [&](GuideTime t) { return static_cast<long>((seconds(t) - fromS) * out.rate); };
    const auto size = static_cast<long>(n);

    std::vector<float> gain(n, 0.0f);
    for (const auto& section : cut.sections)
        for (const auto& shot : section.shots) {
            const float level =
                paceOf(shot.rate) == Pace::Standing ? 0.0f : (paceOf(shot.rate) == Pace::Full ? kOpen : kSlowed);
            for (long i = std::max(0L, index(shot.start)); i < std::min(size, index(shot.end)); ++i)
                gain[static_cast<std::size_t>(i)] = level;
        }
    for (const auto& section : cut.sections)
        for (const auto& w : section.spoken)
            for (long i = std::max(0L, index(w.start) - out.rate / 10); i < std::min(size, index(w.end)); ++i)
                gain[static_cast<std::size_t>(i)] = std::min(gain[static_cast<std::size_t>(i)], kUnderWords);

    for (const auto& section : cut.sections)
        for (const auto& shot : section.shots) {
            if (!sources.goOn()) return {out.rate, fromS, {}};
            const long from = index(shot.start), to = index(shot.end);
            if (paceOf(shot.rate) == Pace::Standing || to <= 0 || from >= size) continue;
            const bool plain = shot.rate == 1;
            const auto piece =
                plain ? Sound{} : sources.slowed(pieceOf(footage, seconds(shot.from), seconds(shot.to)), shot.rate);
            for (long i = std::max(0L, from); i < std::min(size, to); ++i) {
                const double in = static_cast<double>(i - from) / out.rate; // guide seconds into the shot
                // Sounds that do not follow each other meet in silence, too short to be heard: a step would click.
                const double edge = std::min(in, static_cast<double>(to - i) / out.rate);
                const auto open = static_cast<float>(std::min(1.0, edge / kSeamS));
                out.samples[static_cast<std::size_t>(i)] =
                    open * (plain ? read(footage, seconds(shot.from) + in) : read(piece, piece.startS + in));
            }
        }
    float level = 0;
    const float step = static_cast<float>(1 / (kFadeS * out.rate));
    for (std::size_t i = 0; i < n; ++i) {
        level += std::clamp(gain[i] - level, -step, step);
        out.samples[i] *= level;
    }
    for (const auto& section : cut.sections)
        for (const auto& w : section.spoken) {
            if (index(w.end) < 0 || index(w.start) > size) continue;
            if (!w.speech->sound) continue;
            const auto& clip = *w.speech->sound;
            const auto length = static_cast<long>(clip.length().count() * out.rate);
            for (long i = std::max(0L, index(w.start)); i < std::min(size, index(w.start) + length); ++i)
                out.samples[static_cast<std::size_t>(i)] +=
                    kVoiceGain * read(clip, clip.startS + static_cast<double>(i - index(w.start)) / out.rate);
        }
    for (float& s : out.samples)
        s = std::abs(s) > 0.8f ? std::copysign(0.8f + 0.2f * std::tanh((std::abs(s) - 0.8f) * 5), s)
                               : s; // soft ceiling
    return out;
}

} // namespace hl

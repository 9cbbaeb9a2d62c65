// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/take/quiet.h"

#include "core/units/numbers.h"

#include <algorithm>
#include <cmath>

namespace hl {

Loudness loudnessOf(const Sound& take) {
    Loudness out;
    if (take.rate <= 0) return out;
    const auto step = static_cast<std::size_t>(std::max(1.0, Loudness::kStepS * take.rate));
    constexpr double kFloor = -100;
    // Of the band that carries speech: the slow swing of wind and mains would hide a whisper, hiss a pause.
    constexpr double kLowHz = 120, kHighHz = 4500;
    const double low = std::exp(-2 * kPi * kLowHz / take.rate), high = 1 - std::exp(-2 * kPi * kHighHz / take.rate);
    double before = 0, passed = 0, smooth = 0;
    for (std::size_t i = 0; i < take.samples.size(); i += step) {
        double sum = 0;
        const auto end = std::min(take.samples.size(), i + step);
        for (auto k = i; k < end; ++k) {
            const double now = static_cast<double>(take.samples[k]);
            passed = low * (passed + now - before);
            before = now;
            smooth += high * (passed - smooth);
            sum += smooth * smooth;
        }
        out.db.push_back(std::max(kFloor, 10 * std::log10(sum / num(end - i) + 1e-12)));
    }
    if (out.db.empty()) return out;
    auto sorted = out.db;
    std::sort(sorted.begin(), sorted.end());
    const auto at = [&](double share) { return sorted[static_cast<std::size_t>(share * num(sorted.size() - 1))]; };
    out.noiseDb = at(0.05), out.speechDb = at(0.9);
    // Who says two words in a minute speaks as well.
    constexpr std::size_t kFewSteps = 40;
    if (!out.anySpeech() && sorted.size() > kFewSteps) out.speechDb = sorted[sorted.size() - kFewSteps];
    out.quietDb = out.noiseDb + std::clamp(0.35 * (out.speechDb - out.noiseDb), 4.0, 20.0);
    return out;
}

std::vector<Pause> quietParts(const Loudness& l, double leastS) {
    std::vector<Pause> out;
    const auto n = l.db.size();
    for (std::size_t i = 0; i < n;) {
        if (l.db[i] > l.quietDb) {
            ++i;
            continue;
        }
        auto k = i;
        std::size_t loud = 0; // a click of the mouth does not end a pause
        auto end = i;
        for (; k < n && loud < 3; ++k) {
            loud = l.db[k] > l.quietDb ? loud + 1 : 0;
            if (loud == 0) end = k + 1;
        }
        if (num(end - i) * Loudness::kStepS >= leastS)
            out.push_back({num(i) * Loudness::kStepS, num(end) * Loudness::kStepS});
        i = std::max(end, i + 1);
    }
    return out;
}

namespace {

/// The longest pause whose middle lies between; none where nobody draws breath.
std::optional<double> longestPause(const std::vector<Pause>& quiet, double fromS, double toS) {
    std::optional<double> middle;
    double longest = 0;
    for (const auto& q : quiet) {
        const double at = (q.startS + q.endS) / 2;
        if (at < fromS || at > toS || q.endS - q.startS <= longest) continue;
        longest = q.endS - q.startS, middle = at;
    }
    return middle;
}

/// The pause whose middle is nearest to the take's own, among those that leave nobody with much more to hear.
std::optional<double> middlePause(const std::vector<Pause>& quiet, double lengthS) {
    constexpr double kOff = 0.15; // of the length
    std::optional<double> nearest;
    for (const auto& q : quiet) {
        const double at = (q.startS + q.endS) / 2, off = std::abs(at - lengthS / 2);
        if (off <= kOff * lengthS && (!nearest || off < std::abs(*nearest - lengthS / 2))) nearest = at;
    }
    return nearest;
}

} // namespace

std::vector<Pause> piecesOf(const Loudness& l, double lengthS) {
    constexpr double kLeastS = 6, kMostS = 24, kPauseS = 0.3;
    const auto quiet = quietParts(l, kPauseS);
    // A short take in two halves: two can listen at the same time.
    if (lengthS >= 2 * kLeastS && lengthS <= 2 * kMostS)
        if (const auto cut = middlePause(quiet, lengthS)) return {{0, *cut}, {*cut, lengthS}};
    std::vector<Pause> out;
    double from = 0;
    while (lengthS - from > kMostS) {
        const auto pause = longestPause(quiet, from + kLeastS, from + kMostS);
        double cut = pause.value_or(0);
        if (!pause) { // somebody who never draws breath
            const auto a = static_cast<std::size_t>((from + kLeastS) / Loudness::kStepS),
                       b = std::min(l.db.size(), static_cast<std::size_t>((from + kMostS) / Loudness::kStepS));
            const auto least = a < b ? std::min_element(l.db.begin() + static_cast<std::ptrdiff_t>(a),
                                                        l.db.begin() + static_cast<std::ptrdiff_t>(b))
                                     : l.db.end();
            cut = least == l.db.end() ? from + kMostS
                                      : num(static_cast<std::size_t>(least - l.db.begin())) * Loudness::kStepS;
        }
        out.push_back({from, cut});
        from = cut;
    }
    out.push_back({from, lengthS});
    return out;
}

} // namespace hl

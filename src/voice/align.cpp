// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/align.h"

#include "core/take/match_words.h"
#include "core/take/quiet.h"
#include "core/take/script_model.h"
#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"
#include "voice/second_look.h"

#include <algorithm>
#include <atomic>
#include <future>
#include <mutex>
#include <random>

namespace hl {
namespace {

/// As the recogniser wants it: its own rate, loud enough.
Samples forEar(const Sound& take) {
    float peak = 1e-4f;
    for (const float s : take.samples) peak = std::max(peak, std::abs(s));
    const float gain = 0.7f * 32767 / peak;
    const double step = static_cast<double>(take.rate) / kEarRate;
    const auto n = static_cast<std::size_t>(num(take.samples.size()) / step);
    Samples out(n);
    // Digital silence and dead quiet rooms are nothing the recogniser was ever taught with.
    constexpr double kHissRms = 60;
    std::minstd_rand random(1);
    std::normal_distribution<float> hiss(0, static_cast<float>(kHissRms));
    // The mean of what falls into a step: nothing above the ear's own rate comes through.
    for (std::size_t i = 0; i < n; ++i) {
        const auto from = static_cast<std::size_t>(num(i) * step),
                   to = std::max(from + 1, std::min(take.samples.size(), static_cast<std::size_t>(num(i + 1) * step)));
        float sum = 0;
        for (auto k = from; k < to; ++k) sum += take.samples[k];
        out[i] = static_cast<std::int16_t>(
            std::lround(std::clamp(sum / static_cast<float>(to - from) * gain + hiss(random), -32767.0f, 32767.0f)));
    }
    return out;
}

struct Work {
    const ForEar& take;
    Ears ears;
    const std::function<bool(double)>& goOn;
    std::atomic<bool> stopped{false};
};

/// Frames a second with which speech of so many sounds lasts as many frames as the speech the recogniser was taught
/// with: who speaks fast is heard in shorter steps.
int framesFor(std::size_t sounds, const Loudness& loudness, double lengthS) {
    double spokenS = lengthS;
    constexpr double kPauseS = 0.15;
    for (const auto& q : quietParts(loudness, kPauseS)) spokenS -= q.endS - q.startS;
    constexpr double kUsual = 12, kLeastS = 0.5; // sounds a second
    constexpr int kFramesPerS = 100;
    const double pace = num(sounds) / std::max(kLeastS, spokenS) / kUsual;
    return static_cast<int>(std::lround(kFramesPerS * std::clamp(pace, 0.7, 1.5)));
}

std::size_t soundsOf(const std::vector<ScriptToken>& script, const Lexicon& lexicon) {
    std::size_t n = 0;
    for (const auto& t : script)
        if (!t.readings.empty()) n += soundsIn(lexicon, t.readings.front());
    return n;
}

/// Silence before and after a short sentence would colour how all of it is heard.
void withoutSilentEnds(std::vector<Pause>& pieces, const Loudness& loudness) {
    constexpr double kSilenceS = 0.4, kRoomAroundS = 0.2;
    for (const auto& q : quietParts(loudness, kSilenceS)) {
        auto &first = pieces.front(), &last = pieces.back();
        if (q.startS <= first.startS && q.endS < first.endS) first.startS = q.endS - kRoomAroundS;
        if (q.endS >= last.endS - Loudness::kStepS && q.startS > last.startS) last.endS = q.startS + kRoomAroundS;
    }
}

std::vector<HeardWord> heardFreely(Work& work, const std::vector<Pause>& pieces) {
    std::vector<std::vector<HeardWord>> parts(pieces.size());
    std::atomic<std::size_t> done{0};
    onAllCores(pieces.size(), [&](std::size_t i) {
        if (work.stopped) return;
        work.ears.with(
            [&](Ear& ear) { parts[i] = ear.listen(stretchOf(work.take.sound, pieces[i].startS, pieces[i].endS)); });
        for (auto& w : parts[i]) w.startS += pieces[i].startS, w.endS += pieces[i].startS;
        if (!work.goOn(0.7 * num(++done) / num(pieces.size()))) work.stopped = true;
    });
    std::vector<HeardWord> all;
    for (auto& p : parts) all.insert(all.end(), p.begin(), p.end());
    return all;
}

/// Each place's own time, piece by piece.
void layOnSound(Work& work, const std::vector<Pause>& pieces, std::vector<SaidPlace>& said) {
    std::vector<std::size_t> first(pieces.size() + 1, said.size());
    for (std::size_t p = 0, k = 0; p < pieces.size(); ++p) {
        first[p] = k;
        while (k < said.size() && (p + 1 == pieces.size() || said[k].nearS < pieces[p].endS)) ++k;
    }
    std::atomic<std::size_t> done{0};
    onAllCores(pieces.size(), [&](std::size_t p) {
        if (first[p] >= first[p + 1] || work.stopped) return;
        std::vector<Place> sentence;
        for (auto k = first[p]; k < first[p + 1]; ++k) sentence.push_back(said[k].readings);
        std::optional<Fit> fit;
        work.ears.with(
            [&](Ear& ear) { fit = ear.fit(stretchOf(work.take.sound, pieces[p].startS, pieces[p].endS), sentence); });
        for (const auto& f : fit ? fit->places : std::vector<Fit::Said>())
            laidAt(said[first[p] + f.place], f, pieces[p].startS);
        if (!work.goOn(0.8 + 0.2 * num(++done) / num(pieces.size()))) work.stopped = true;
    });
}

} // namespace

Result<Alignment> aligned(const Sound& take, const std::vector<ScriptToken>& script,
                          const std::function<bool(double)>& tell) {
    std::mutex telling; // pieces are heard beside each other
    const std::function<bool(double)> goOn = [&](double share) {
        const std::lock_guard guard(telling);
        return tell(share);
    };
    const auto vocabulary = vocabularyOf(script);
    auto sounding = std::async(std::launch::async, [&] { return lexiconOf(vocabulary, wordsIn(script)); });
    auto level = levelOf(take);
    if (!level) return level.error();
    if (std::none_of(script.begin(), script.end(), [](const ScriptToken& t) { return !t.readings.empty(); }))
        return Error{"take.no-words", "the script has no words", "", "the words that were spoken"};
    const auto loudness = loudnessOf(take);
    if (!loudness.anySpeech())
        return Error{"take.silent", "nobody speaks in the take: nothing in it is louder than its noise", "",
                     "somebody who speaks"};
    const auto sound = forEar(take);
    const ForEar forEars{script, sound};
    auto pieces = piecesOf(loudness, take.length().count());
    withoutSilentEnds(pieces, loudness);
    const auto lexicon = sounding.get();
    std::set<std::string> sayable;
    for (const auto& [word, sounds] : lexicon) sayable.insert(word);
    const auto framesOf = [&](std::size_t sounds) { return framesFor(sounds, loudness, take.length().count()); };
    const auto model = scriptModel(script, sayable);
    const int frames = framesOf(soundsOf(script, lexicon));
    Work work{forEars, Ears(lexicon, model, frames), goOn};
    if (auto ok = work.ears.ready(); !ok) return ok.error();
    auto heard = heardFreely(work, pieces);
    Reading words;
    const auto wordsHeard = [&] {
        words.clear();
        for (const auto& w : heard) words.push_back(w.word);
    };
    wordsHeard();
    // A take of a part of the script was taken for faster than it is.
    constexpr double kOtherPace = 0.8;
    if (const int really = framesOf(soundsIn(lexicon, words)); really < kOtherPace * frames && !work.stopped) {
        work.ears = Ears(lexicon, model, really);
        heard = heardFreely(work, pieces);
        wordsHeard();
    }
    const Error cancelled{"job.cancelled", "stopped before it was finished; nothing was changed"};
    if (work.stopped) return cancelled;
    const auto matched = matchedWords(
        script, words, [&](const std::string& a, const std::string& b) { return soundAlike(lexicon, a, b); });
    auto said = believed(forEars, work.ears, heard, matched);
    if (!goOn(0.8)) return cancelled;
    layOnSound(work, pieces, said);
    if (work.stopped) return cancelled;
    lookAgain(forEars, work.ears, loudness, lexicon, said);
    Alignment out;
    out.durationS = take.length().count(), out.level = *level;
    out.words = alignedTokens(said);
    out.differences = differencesOf(script, said);
    out.pauses = pausesOf(loudness, said);
    return out;
}

} // namespace hl

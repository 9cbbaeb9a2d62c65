// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/align.h"

#include "core/take/match_words.h"
#include "core/take/quiet.h"
#include "core/take/script_model.h"
#include "core/units/numbers.h"
#include "core/units/on_all_cores.h"
#include "voice/ear.h"

#include <algorithm>
#include <atomic>
#include <mutex>
#include <random>

namespace hl {
namespace {

using Samples = std::vector<std::int16_t>;

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

Samples piece(const Samples& all, double fromS, double toS) {
    const auto at = [&](double s) {
        return static_cast<std::ptrdiff_t>(std::clamp(s * kEarRate, 0.0, num(all.size())));
    };
    return {all.begin() + at(fromS), all.begin() + std::max(at(fromS), at(toS))};
}

/// Decoders, one for each core, made when they are first needed.
class Ears {
  public:
    Ears(const Lexicon& lexicon, std::string arpa) : lexicon_(lexicon), arpa_(std::move(arpa)) {}
    Status ready() {
        auto one = Ear::open(lexicon_, arpa_);
        if (!one) return one.error();
        give(std::move(*one));
        return Done{};
    }
    Ear take() {
        {
            const std::lock_guard guard(lock_);
            if (!free_.empty()) {
                Ear ear = std::move(free_.back());
                free_.pop_back();
                return ear;
            }
        }
        return std::move(*Ear::open(lexicon_, arpa_)); // the first one was opened: so can this one
    }
    void give(Ear ear) {
        const std::lock_guard guard(lock_);
        free_.push_back(std::move(ear));
    }

  private:
    const Lexicon& lexicon_;
    std::string arpa_;
    std::mutex lock_;
    std::vector<Ear> free_;
};

struct Work {
    const std::vector<ScriptToken>& script;
    const Samples& sound;
    const Lexicon& lexicon;
    Ears& ears;
    const std::function<bool(double)>& goOn;
    std::atomic<bool> stopped{false};
};

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
        auto ear = work.ears.take();
        parts[i] = ear.listen(piece(work.sound, pieces[i].startS, pieces[i].endS));
        for (auto& w : parts[i]) w.startS += pieces[i].startS, w.endS += pieces[i].startS;
        work.ears.give(std::move(ear));
        if (!work.goOn(0.7 * num(++done) / num(pieces.size()))) work.stopped = true;
    });
    std::vector<HeardWord> all;
    for (auto& p : parts) all.insert(all.end(), p.begin(), p.end());
    return all;
}

constexpr double kRoomS = 0.15; // of sound around the words that a doubt is held against

/// A difference with the words around it that were said as written.
struct Doubt {
    DifferentWords what;
    std::size_t tokenBefore = 0, tokenAfter = 0; ///< [before, after) of the script, the doubt within
    std::size_t heardBefore = 0, heardAfter = 0;
    double fromS = 0, toS = 0;
    bool believed = true;
};

std::vector<Place> placesOf(const std::vector<ScriptToken>& script, std::size_t from, std::size_t to) {
    std::vector<Place> out;
    for (auto i = from; i < to; ++i) out.push_back(script[i].readings);
    return out;
}

std::vector<Place> placesOf(const std::vector<HeardWord>& heard, std::size_t from, std::size_t to) {
    std::vector<Place> out;
    for (auto i = from; i < to; ++i) out.push_back({{heard[i].word}});
    return out;
}

std::vector<Doubt> doubtsOf(const Work& work, const std::vector<HeardWord>& heard,
                            const std::vector<Matched>& matched) {
    std::vector<Doubt> out;
    constexpr std::size_t kAround = 2; // tokens
    for (const auto& d : differentWords(work.script, matched, heard.size())) {
        Doubt doubt{d, d.tokenFrom, d.tokenTo, d.heardFrom, d.heardTo, 0, 0};
        for (std::size_t k = 0;
             k < kAround && doubt.tokenBefore > 0 &&
             (matched[doubt.tokenBefore - 1].said() || work.script[doubt.tokenBefore - 1].readings.empty());
             ++k) {
            --doubt.tokenBefore;
            if (matched[doubt.tokenBefore].said()) doubt.heardBefore = matched[doubt.tokenBefore].from;
        }
        for (std::size_t k = 0; k < kAround && doubt.tokenAfter < matched.size() &&
                                (matched[doubt.tokenAfter].said() || work.script[doubt.tokenAfter].readings.empty());
             ++k) {
            if (matched[doubt.tokenAfter].said()) doubt.heardAfter = matched[doubt.tokenAfter].to;
            ++doubt.tokenAfter;
        }
        const double end = num(work.sound.size()) / kEarRate;
        doubt.fromS = doubt.heardBefore < heard.size() ? heard[doubt.heardBefore].startS - kRoomS : end - 1;
        doubt.toS = doubt.heardAfter > 0 ? heard[doubt.heardAfter - 1].endS + kRoomS : doubt.fromS + 1;
        if (doubt.heardBefore == doubt.heardAfter) doubt.toS = std::max(doubt.toS, doubt.fromS);
        doubt.fromS = std::max(0.0, doubt.fromS), doubt.toS = std::min(end, doubt.toS);
        out.push_back(doubt);
    }
    return out;
}

/// How much likelier the sound has to be with what was heard: more where the ear doubts this voice all the time, for
/// then most of it is the ear's fault. By takes of known slips in twelve voices, docs/measuring.md.
double marginFor(std::size_t doubts, std::size_t tokens) {
    constexpr double kMargin = 150, kUsualShare = 0.1, kSteep = 9000;
    return kMargin + kSteep * std::max(0.0, num(doubts) / num(std::max<std::size_t>(1, tokens)) - kUsualShare);
}

/// Whether the sound is so much likelier with what was heard than with what is written that it is no slip of the ear.
bool isBelieved(Ear& ear, const Work& work, const std::vector<HeardWord>& heard, const Doubt& d, double margin) {
    if (d.toS - d.fromS < 0.05) return true; // nothing was said there
    constexpr double kLongS = 12;
    if (d.toS - d.fromS > kLongS) return true;
    const auto sound = piece(work.sound, d.fromS, d.toS);
    const auto written = ear.fit(sound, placesOf(work.script, d.tokenBefore, d.tokenAfter));
    const auto said = ear.fit(sound, placesOf(heard, d.heardBefore, d.heardAfter));
    if (!written) return true;
    if (!said) return false;
    return said->likeness - written->likeness > margin;
}

constexpr std::size_t kNone = static_cast<std::size_t>(-1);

/// A place of the sentence that was really said: a token of the script, or a word of a difference.
struct SaidPlace {
    Place readings;
    std::size_t token = kNone; ///< of the script; kNone: an added or another word
    std::size_t doubt = kNone; ///< that it belongs to, where it is no token
    double nearS = 0;          ///< where it was heard first
    bool sure = true;
    double startS = kNaN, endS = kNaN; ///< as laid on the sound
};

/// What was said, in order: the script where it was heard or where a doubt was not believed, else what was heard.
std::vector<SaidPlace> saidPlaces(const Work& work, const std::vector<HeardWord>& heard,
                                  const std::vector<Matched>& matched, const std::vector<Doubt>& doubts) {
    std::vector<SaidPlace> out;
    std::size_t token = 0;
    const auto tokensTo = [&](std::size_t end) {
        for (; token < end; ++token)
            if (matched[token].said())
                out.push_back({work.script[token].readings, token, kNone, heard[matched[token].from].startS});
    };
    for (std::size_t i = 0; i < doubts.size(); ++i) {
        const auto& d = doubts[i].what;
        tokensTo(d.tokenFrom);
        if (doubts[i].believed) {
            for (auto w = d.heardFrom; w < d.heardTo; ++w)
                out.push_back({{{heard[w].word}}, kNone, i, heard[w].startS});
        } else {
            const bool any = d.heardFrom < d.heardTo;
            const double from = any ? heard[d.heardFrom].startS : doubts[i].fromS + kRoomS,
                         to = any ? heard[d.heardTo - 1].endS : doubts[i].toS - kRoomS;
            for (auto t = d.tokenFrom; t < d.tokenTo; ++t)
                if (!work.script[t].readings.empty())
                    out.push_back({work.script[t].readings, t, kNone,
                                   lerp(from, to, num(t - d.tokenFrom) / num(d.tokenTo - d.tokenFrom)), false});
        }
        token = d.tokenTo;
    }
    tokensTo(work.script.size());
    return out;
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
        auto ear = work.ears.take();
        if (const auto fit = ear.fit(piece(work.sound, pieces[p].startS, pieces[p].endS), sentence))
            for (const auto& f : fit->places) {
                auto& place = said[first[p] + f.place];
                place.startS = pieces[p].startS + f.startS, place.endS = pieces[p].startS + f.endS;
            }
        work.ears.give(std::move(ear));
        if (!work.goOn(0.8 + 0.2 * num(++done) / num(pieces.size()))) work.stopped = true;
    });
}

/// A place that could not be laid on the sound has the time at which it was heard first.
AlignedToken tokenOf(const SaidPlace& p, const std::vector<HeardWord>& heard, const std::vector<Matched>& matched) {
    if (!std::isnan(p.startS)) return {p.token, p.startS, p.endS, p.sure};
    const auto& m = matched[p.token];
    constexpr double kShortS = 0.1;
    if (m.said()) return {p.token, heard[m.from].startS, heard[m.to - 1].endS, false};
    return {p.token, p.nearS, p.nearS + kShortS, false};
}

Difference differenceOf(const Work& work, const std::vector<HeardWord>& heard, const DifferentWords& d,
                        const std::vector<SaidPlace>& said, std::size_t doubt, const std::vector<AlignedToken>& words) {
    Difference out{d.kind, d.tokenFrom, d.tokenTo, {}, {}, kNaN, kNaN};
    for (auto t = d.tokenFrom; t < d.tokenTo; ++t) out.script += (out.script.empty() ? "" : " ") + work.script[t].text;
    for (auto w = d.heardFrom; w < d.heardTo; ++w) out.heard += (out.heard.empty() ? "" : " ") + heard[w].word;
    for (const auto& p : said)
        if (p.doubt == doubt && !std::isnan(p.startS)) {
            if (std::isnan(out.startS)) out.startS = p.startS;
            out.endS = p.endS;
        }
    if (!std::isnan(out.startS)) return out;
    if (d.heardFrom < d.heardTo) {
        out.startS = heard[d.heardFrom].startS, out.endS = heard[d.heardTo - 1].endS;
        return out;
    }
    const auto before =
        std::partition_point(words.begin(), words.end(), [&](const AlignedToken& w) { return w.token < d.tokenFrom; });
    out.startS = out.endS = before == words.begin() ? 0 : std::prev(before)->endS;
    return out;
}

} // namespace

Result<Alignment> aligned(const Sound& take, const std::vector<ScriptToken>& script,
                          const std::function<bool(double)>& tell) {
    std::mutex telling; // pieces are heard beside each other
    const std::function<bool(double)> goOn = [&](double share) {
        const std::lock_guard guard(telling);
        return tell(share);
    };
    auto level = levelOf(take);
    if (!level) return level.error();
    if (std::none_of(script.begin(), script.end(), [](const ScriptToken& t) { return !t.readings.empty(); }))
        return Error{"take.no-words", "the script has no words", "", "the words that were spoken"};
    const auto loudness = loudnessOf(take);
    if (!loudness.anySpeech())
        return Error{"take.silent", "nobody speaks in the take: nothing in it is louder than its noise", "",
                     "somebody who speaks"};
    const auto vocabulary = vocabularyOf(script);
    const auto lexicon = lexiconOf(vocabulary, wordsIn(script));
    std::set<std::string> sayable;
    for (const auto& [word, sounds] : lexicon) sayable.insert(word);
    Ears ears(lexicon, scriptModel(script, sayable));
    if (auto ok = ears.ready(); !ok) return ok.error();
    const auto sound = forEar(take);
    Work work{script, sound, lexicon, ears, goOn};
    auto pieces = piecesOf(loudness, take.length().count());
    withoutSilentEnds(pieces, loudness);
    const auto heard = heardFreely(work, pieces);
    const Error cancelled{"job.cancelled", "stopped before it was finished; nothing was changed"};
    if (work.stopped) return cancelled;
    std::vector<std::string> words;
    for (const auto& w : heard) words.push_back(w.word);
    const auto matched = matchedWords(
        script, words, [&](const std::string& a, const std::string& b) { return soundAlike(lexicon, a, b); });
    auto doubts = doubtsOf(work, heard, matched);
    const double margin = marginFor(doubts.size(), script.size());
    onAllCores(doubts.size(), [&](std::size_t i) {
        auto ear = ears.take();
        doubts[i].believed = isBelieved(ear, work, heard, doubts[i], margin);
        ears.give(std::move(ear));
    });
    if (!goOn(0.8)) return cancelled;

    auto said = saidPlaces(work, heard, matched, doubts);
    layOnSound(work, pieces, said);
    if (work.stopped) return cancelled;
    Alignment out;
    out.durationS = take.length().count(), out.level = *level;
    for (const auto& p : said)
        if (p.token != kNone) out.words.push_back(tokenOf(p, heard, matched));
    for (std::size_t i = 0; i < doubts.size(); ++i)
        if (doubts[i].believed)
            out.differences.push_back(differenceOf(work, heard, doubts[i].what, said, i, out.words));
    constexpr double kPauseS = 0.2;
    out.pauses = quietParts(loudness, kPauseS);
    return out;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/ear.h"

#include "core/units/numbers.h"
#include "voice/passing_file.h"

#include <pocketsphinx.h>
#include <sphinxbase/err.h>
#include <sphinxbase/fsg_model.h>
#include <sphinxbase/ngram_model.h>

namespace hl {
namespace fs = std::filesystem;
namespace {

constexpr const char* kScript = "script";
constexpr const char* kSentence = "sentence";

std::string dictionaryText(const Lexicon& lexicon) {
    std::string out;
    for (const auto& [word, sounds] : lexicon)
        for (std::size_t i = 0; i < sounds.size(); ++i)
            out += word + (i == 0 ? "" : "(" + std::to_string(i + 1) + ")") + ' ' + sounds[i] + '\n';
    return out;
}

/// "brake(2)" is "brake"; what is no word (silence, noise) is empty.
std::string plainWord(const char* raw) {
    std::string w = raw ? raw : "";
    if (w.empty() || w[0] == '<' || w[0] == '[' || w[0] == '+' || w[0] == '(') return {};
    if (const auto way = w.find('('); way != std::string::npos) w.resize(way);
    return w;
}

struct Freed {
    void operator()(ps_decoder_t* p) const { ps_free(p); }
    void operator()(cmd_ln_t* p) const { cmd_ln_free_r(p); }
    void operator()(ngram_model_t* p) const { ngram_model_free(p); }
    void operator()(fsg_model_t* p) const { fsg_model_free(p); }
};
template <class T> using Own = std::unique_ptr<T, Freed>;

} // namespace

struct Ear::Inside {
    Own<cmd_ln_t> settings;
    /// The judge weighs every sound that there is in each frame; only so can two sentences be compared: likenesses are
    /// told beside the best sound that was weighed.
    Own<ps_decoder_t> listener, judge;
    const Lexicon* lexicon = nullptr;
    double frameS = 0.01;
    /// Hears a piece as a whole: its loudness and colour are set right over all of it.
    void hear(const Own<ps_decoder_t>& by, const std::vector<std::int16_t>& sound) {
        ps_start_utt(by.get());
        ps_process_raw(by.get(), sound.data(), sound.size(), 0, 1);
        ps_end_utt(by.get());
    }
};

Ear::Ear(std::unique_ptr<Inside> inside) : in_(std::move(inside)) {}
Ear::Ear(Ear&&) noexcept = default;
Ear& Ear::operator=(Ear&&) noexcept = default;
Ear::~Ear() = default;

Result<Ear> Ear::open(const Lexicon& lexicon, const std::string& arpa, int framesPerS) {
    const auto folder = soundModelFolder();
    if (folder.empty())
        return Error{"voice.unavailable", "the recogniser's model of English is not installed", "",
                     "the package pocketsphinx-en-us"};
    err_set_logfp(nullptr);
    auto words = PassingFile::with(dictionaryText(lexicon)), model = PassingFile::with(arpa);
    if (!words) return words.error();
    if (!model) return model.error();
    auto in = std::make_unique<Inside>();
    in->lexicon = &lexicon;
    in->frameS = 1.0 / framesPerS;
    // Nothing is cut away before it is heard: times stay those of the sound.
    const auto made = [&](const char* everySound, const char* depth) {
        in->settings.reset(cmd_ln_init(nullptr, ps_args(), TRUE, "-hmm", (folder / "en-us").c_str(), "-dict",
                                       words->path().c_str(), "-remove_silence", "no", "-cmn", "batch", "-frate",
                                       std::to_string(framesPerS).c_str(), "-compallsen", everySound, "-topn", depth,
                                       "-logfn", "/dev/null", "-maxhmmpf", "-1", nullptr));
        Own<ps_decoder_t> out(in->settings ? ps_init(in->settings.get()) : nullptr);
        // The beams are as wide as they go when a known sentence is laid on the sound.
        constexpr double kWidest = 1e-300;
        if (out)
            for (const char* beam : {"-beam", "-wbeam", "-pbeam"})
                cmd_ln_set_float_r(in->settings.get(), beam, kWidest);
        return out;
    };
    in->listener = made("no", "2"), in->judge = made("yes", "4");
    if (!in->listener || !in->judge)
        return Error{"voice.unavailable", "the recogniser's model cannot be read", folder.string(), "its own files"};
    Own<ngram_model_t> expected(
        ngram_model_read(in->settings.get(), model->path().c_str(), NGRAM_ARPA, ps_get_logmath(in->listener.get())));
    if (!expected || ps_set_lm(in->listener.get(), kScript, expected.get()) < 0)
        return Error{"voice.unavailable", "the recogniser does not take the script", "", "words that can be said"};
    return Ear(std::move(in));
}

std::vector<HeardWord> Ear::listen(const std::vector<std::int16_t>& sound) {
    std::vector<HeardWord> out;
    if (sound.empty() || ps_set_search(in_->listener.get(), kScript) < 0) return out;
    in_->hear(in_->listener, sound);
    for (auto* seg = ps_seg_iter(in_->listener.get()); seg; seg = ps_seg_next(seg)) {
        int from = 0, to = 0;
        ps_seg_frames(seg, &from, &to);
        if (auto w = plainWord(ps_seg_word(seg)); !w.empty())
            out.push_back({std::move(w), from * in_->frameS, (to + 1) * in_->frameS});
    }
    return out;
}

std::optional<Fit> Ear::fit(const std::vector<std::int16_t>& sound, const std::vector<Place>& sentence, For what) {
    const auto& judge = what == For::Times ? in_->listener : in_->judge;
    // One state between places, and some more inside readings of several words.
    int states = 1;
    std::vector<std::size_t> said;
    const auto known = [&](const Reading& r) {
        return std::all_of(r.begin(), r.end(), [&](const std::string& w) { return in_->lexicon->count(w) > 0; });
    };
    for (std::size_t i = 0; i < sentence.size(); ++i)
        if (std::any_of(sentence[i].begin(), sentence[i].end(), known)) said.push_back(i);
    if (said.empty() || sound.empty()) return std::nullopt;
    for (const auto i : said) {
        for (const auto& r : sentence[i])
            if (known(r)) states += static_cast<int>(r.size()) - 1;
        ++states;
    }
    auto* math = ps_get_logmath(judge.get());
    Own<fsg_model_t> grammar(fsg_model_init(kSentence, math, 1.0f, states));
    int at = 0, next = 1;
    for (const auto i : said) {
        const int end = next++;
        for (const auto& r : sentence[i]) {
            if (!known(r)) continue;
            int from = at;
            for (std::size_t k = 0; k < r.size(); ++k) {
                const int to = k + 1 == r.size() ? end : next++;
                fsg_model_trans_add(grammar.get(), from, to, 0, fsg_model_word_add(grammar.get(), r[k].c_str()));
                from = to;
            }
        }
        at = end;
    }
    grammar->start_state = 0, grammar->final_state = at;
    if (ps_set_fsg(judge.get(), kSentence, grammar.get()) < 0 || ps_set_search(judge.get(), kSentence) < 0)
        return std::nullopt;
    in_->hear(judge, sound);
    std::vector<HeardWord> words;
    Fit fit;
    for (auto* seg = ps_seg_iter(judge.get()); seg; seg = ps_seg_next(seg)) {
        int from = 0, to = 0, sounds = 0;
        ps_seg_frames(seg, &from, &to);
        ps_seg_prob(seg, &sounds, nullptr, nullptr);
        fit.likeness += sounds;
        if (auto w = plainWord(ps_seg_word(seg)); !w.empty())
            words.push_back({std::move(w), from * in_->frameS, (to + 1) * in_->frameS});
    }
    // Which readings they are: the words tell it. From the end, whether the places from p on can be the words from w
    // on.
    const auto fits = [&](std::size_t w, const Reading& r) {
        if (!known(r) || w + r.size() > words.size()) return false;
        for (std::size_t k = 0; k < r.size(); ++k)
            if (words[w + k].word != r[k]) return false;
        return true;
    };
    std::vector<std::vector<bool>> can(said.size() + 1, std::vector<bool>(words.size() + 1, false));
    can[said.size()][words.size()] = true;
    for (std::size_t p = said.size(); p-- > 0;)
        for (std::size_t w = 0; w <= words.size(); ++w)
            for (const auto& r : sentence[said[p]])
                if (fits(w, r) && can[p + 1][w + r.size()]) can[p][w] = true;
    if (!can[0][0]) return std::nullopt; // it did not come to the sentence's end
    for (std::size_t p = 0, w = 0; p < said.size(); ++p) {
        const auto& ways = sentence[said[p]];
        std::size_t r = 0;
        while (!(fits(w, ways[r]) && can[p + 1][w + ways[r].size()])) ++r;
        const auto count = ways[r].size();
        fit.places.push_back({said[p], r, words[w].startS, words[w + count - 1].endS});
        w += count;
    }
    return fit;
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/ear.h"

#include "core/units/numbers.h"
#include "voice/passing_file.h"
#include "voice/way.h"

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
    /// The judge looks at sounds more closely. Likenesses are told beside the best sound that was weighed in a frame,
    /// so two sentences can be compared only where both are followed at the same time.
    Own<ps_decoder_t> listener, judge;
    const Lexicon* lexicon = nullptr;
    double frameS = 0.01;
    /// Hears a piece as a whole: its loudness and colour are set right over all of it. The noise of what was heard
    /// before is forgotten, or it would depend on which ear happened to be free.
    std::vector<HeardWord> heard(const Own<ps_decoder_t>& by, const Samples& sound) const {
        ps_start_stream(by.get());
        ps_start_utt(by.get());
        ps_process_raw(by.get(), sound.data(), sound.size(), 0, 1);
        ps_end_utt(by.get());
        std::vector<HeardWord> out;
        for (auto* seg = ps_seg_iter(by.get()); seg; seg = ps_seg_next(seg)) {
            int from = 0, to = 0;
            ps_seg_frames(seg, &from, &to);
            if (auto w = plainWord(ps_seg_word(seg)); !w.empty())
                out.push_back({std::move(w), from * frameS, (to + 1) * frameS});
        }
        return out;
    }
    /// The words of the likeliest way; a way is less likely beforehand by its handicap.
    std::vector<HeardWord> followed(const Own<ps_decoder_t>& by, const Samples& sound, const Way& way,
                                    const Way* other = nullptr, double handicap = 0) const {
        const int states = 2 + way.states() + (other ? 1 + other->states() : 0);
        Own<fsg_model_t> grammar(fsg_model_init(kSentence, ps_get_logmath(by.get()), 1.0f, states));
        const int start = 0, end = 1;
        int next = 2;
        way.addTo(grammar.get(), start, end, next);
        if (other) {
            constexpr int kLikenessStep = 1024; // a likeness is the logarithm without its last ten bits
            const int begins = next++;
            fsg_model_null_trans_add(grammar.get(), start, begins, -static_cast<int>(handicap) * kLikenessStep);
            other->addTo(grammar.get(), begins, end, next);
        }
        grammar->start_state = start, grammar->final_state = end;
        if (ps_set_fsg(by.get(), kSentence, grammar.get()) < 0 || ps_set_search(by.get(), kSentence) < 0) return {};
        return heard(by, sound);
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
    const auto made = [&](const char* depth) {
        const Own<cmd_ln_t> settings(cmd_ln_init(nullptr, ps_args(), TRUE, "-hmm", (folder / "en-us").c_str(), "-dict",
                                                 words->path().c_str(), "-remove_silence", "no", "-cmn", "batch",
                                                 "-frate", std::to_string(framesPerS).c_str(), "-topn", depth, "-logfn",
                                                 "/dev/null", "-maxhmmpf", "-1", nullptr));
        return Own<ps_decoder_t>(settings ? ps_init(settings.get()) : nullptr);
    };
    in->listener = made("2"), in->judge = made("4");
    if (!in->listener || !in->judge)
        return Error{"voice.unavailable", "the recogniser's model cannot be read", folder.string(), "its own files"};
    Own<ngram_model_t> expected(ngram_model_read(ps_get_config(in->listener.get()), model->path().c_str(), NGRAM_ARPA,
                                                 ps_get_logmath(in->listener.get())));
    if (!expected || ps_set_lm(in->listener.get(), kScript, expected.get()) < 0)
        return Error{"voice.unavailable", "the recogniser does not take the script", "", "words that can be said"};
    // The beams are as wide as they go when a known sentence is laid on the sound.
    constexpr double kWidest = 1e-300;
    for (const auto* decoder : {&in->listener, &in->judge})
        for (const char* beam : {"-beam", "-wbeam", "-pbeam"})
            cmd_ln_set_float_r(ps_get_config(decoder->get()), beam, kWidest);
    return Ear(std::move(in));
}

std::vector<HeardWord> Ear::listen(const Samples& sound) {
    if (sound.empty() || ps_set_search(in_->listener.get(), kScript) < 0) return {};
    return in_->heard(in_->listener, sound);
}

std::optional<Fit> Ear::fit(const Samples& sound, const std::vector<Place>& sentence) {
    const Way way(sentence, *in_->lexicon);
    if (way.empty() || sound.empty()) return std::nullopt;
    return way.fitOf(in_->followed(in_->listener, sound, way));
}

Weighed Ear::weigh(const Samples& sound, const std::vector<Place>& sentence, const std::vector<Place>& other,
                   double handicap) {
    const Way way(sentence, *in_->lexicon), instead(other, *in_->lexicon);
    if (sound.empty() || (way.empty() && instead.empty())) return {};
    if (way.empty()) return {instead.fitOf(in_->followed(in_->judge, sound, instead)), true};
    if (instead.empty()) return {way.fitOf(in_->followed(in_->judge, sound, way)), false};
    const auto words = in_->followed(in_->judge, sound, way, &instead, handicap);
    if (auto fit = way.fitOf(words)) return {std::move(fit), false};
    return {instead.fitOf(words), true};
}

} // namespace hl

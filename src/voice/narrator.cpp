// SPDX-License-Identifier: GPL-3.0-or-later
#include "voice/narrator.h"

#include "voice/espeak.h"
#include "voice/loudness.h"

#include <algorithm>
#include <cmath>
#include <espeak-ng/speak_lib.h>
#include <map>

namespace hl {
namespace {

struct Heard {
    const std::string* text;
    Utterance utterance;
};

/// espeak counts UTF-8 characters; our text is bytes.
SpokenWord wordAt(const std::string& text, int position, int length) {
    std::size_t byte = 0;
    const auto advance = [&](int characters) {
        for (; characters > 0 && byte < text.size(); --characters) {
            ++byte;
            while (byte < text.size() && (static_cast<unsigned char>(text[byte]) & 0xC0) == 0x80) ++byte;
        }
    };
    advance(position - 1);
    const auto from = byte;
    advance(length);
    return {text.substr(from, byte - from), 0, from};
}

int onSound(short* wave, int count, espeak_EVENT* events) {
    auto* heard = static_cast<Heard*>(events->user_data);
    for (auto* e = events; e->type != espeakEVENT_LIST_TERMINATED; ++e)
        if (e->type == espeakEVENT_WORD)
            if (auto word = wordAt(*heard->text, e->text_position, e->length);
                !word.text.empty()) { // the end of the text is told as an empty word
                word.startS = e->audio_position / 1000.0;
                heard->utterance.words.push_back(std::move(word));
            }
    for (int i = 0; wave && i < count; ++i)
        heard->utterance.sound.samples.push_back(static_cast<float>(wave[i]) / 32768.0f);
    return 0;
}

/// Silence before and after the speech makes sentences seem longer than they are.
void trimTail(Sound& sound) {
    auto end = sound.samples.size();
    while (end > 0 && std::abs(sound.samples[end - 1]) < 0.004f) --end;
    sound.samples.resize(std::min(sound.samples.size(), end + static_cast<std::size_t>(sound.rate / 20)));
}

class ScratchVoice : public Narrator {
  public:
    explicit ScratchVoice(int rate) : rate_(rate) {}
    Result<std::shared_ptr<const Utterance>> spoken(const std::string& text, int wordsPerMinute) override {
        if (!hasWords(text)) return std::make_shared<const Utterance>(Utterance{{rate_, 0, {}}, {}});
        const std::lock_guard guard(espeak::lock());
        const std::pair key(text, wordsPerMinute);
        if (const auto known = spoken_.find(key); known != spoken_.end()) return known->second;
        espeak_SetVoiceByName("en-gb");
        espeak_SetParameter(espeakRATE, wordsPerMinute, 0);
        espeak_SetParameter(espeakPITCH, 42, 0);
        espeak_SetSynthCallback(onSound);
        Heard heard{&text, {}};
        heard.utterance.sound.rate = rate_;
        unsigned id = 0;
        espeak_Synth(text.c_str(), text.size() + 1, 0, POS_CHARACTER, 0, espeakCHARS_UTF8, &id, &heard);
        espeak_Synchronize();
        trimTail(heard.utterance.sound);
        heard.utterance.sound = levelled(std::move(heard.utterance.sound), kVoiceLufs);
        if (heard.utterance.sound.samples.empty())
            return Error{"voice.silent", "the scratch voice made no sound of \"" + text.substr(0, 40) + "\"", "",
                         "words it can read"};
        return spoken_.emplace(key, std::make_shared<const Utterance>(std::move(heard.utterance))).first->second;
    }

    std::string_view name() const override { return "scratch voice"; }

  private:
    int rate_;
    std::map<std::pair<std::string, int>, std::shared_ptr<const Utterance>>
        spoken_; // a sentence is asked for many times while the guide is edited
};

} // namespace

Result<Utterance> Narrator::speak(const std::string& text, int wordsPerMinute) {
    const auto u = spoken(text, wordsPerMinute);
    return u ? Result<Utterance>(**u) : Result<Utterance>(u.error());
}

Speeches speechesOf(const Guide& guide, Narrator* narrator, int wordsPerMinute) {
    return speechesOf(guide, [narrator, wordsPerMinute](const std::string& text) {
        Speech s;
        if (!narrator) {
            s.failure = "no voice is installed";
            return s;
        }
        s.source = narrator->name();
        const auto u = narrator->spoken(text, wordsPerMinute);
        if (!u) {
            s.failure = u.error().what;
            return s;
        }
        s.lengthS = (*u)->sound.length().count();
        s.words = (*u)->words;
        s.sound = {*u, &(*u)->sound};
        return s;
    });
}

Result<std::unique_ptr<Narrator>> scratchVoice() {
    const int rate = espeak::rate();
    if (rate <= 0)
        return Error{"voice.unavailable", "the scratch voice is not installed", "", "the package espeak-ng-data"};
    return std::unique_ptr<Narrator>(std::make_unique<ScratchVoice>(rate));
}

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/playback/play_sound.h"

#include "core/cut/soundtrack.h"
#include "media/sound.h"
#include "media/stretch.h"
#include "voice/loudness.h"

namespace hl {
namespace {

constexpr TaskKind kReading{"read the film's sound", Lane::Sound}, kSlowing{"slow the film's sound", Lane::Sound},
    kMixing{"mix the guide's sound", Lane::Sound};

} // namespace

PlaySound::PlaySound(Desk& desk) : desk_(desk), out_(soundOutOfThisMachine()) {}
PlaySound::~PlaySound() = default;

void PlaySound::begin() {
    out_->stop();
    film_.reset(), guide_.reset(), slowed_.clear();
    stale_ = true;
    desk_.tasks().start(
        this, kReading, [path = desk_.session().video](const Progress&) { return readSound(path, 48000); },
        [this](Result<Sound> s) {
            if (!s) return;
            film_ = std::make_shared<const Sound>(std::move(*s));
            emit filmReady();
        });
}

void PlaySound::cutChanged() {
    stale_ = true;
    desk_.tasks().drop(kMixing.name); // of a cut that is no more; it would hold up the one who types
}

void PlaySound::mixWhenStale() {
    if (!film_ || !stale_ || desk_.cut().sections.empty()) return;
    stale_ = false;
    desk_.tasks().start(
        this, kMixing,
        [cut = desk_.sharedCut(), film = film_, lufs = desk_.guide().loudnessLufs](const Progress& p) {
            const SoundSources sources{*film, stretched, [&p] { return !p.cancelled(); }};
            auto mixed = mixSoundtrack(*cut, sources, 0, cut->lengthS);
            return std::make_shared<const Sound>(atLoudness(std::move(mixed), lufs, -1, sources.goOn));
        },
        [this](std::shared_ptr<const Sound> s) {
            guide_ = std::move(s);
            emit guideReady();
        });
}

void PlaySound::playGuide(double atS) {
    if (guide_) out_->play(guide_, atS);
}

void PlaySound::playFilm(double atS, double pace) {
    if (!film_) return;
    if (pace == 1) {
        out_->play(film_, atS);
        return;
    }
    out_->stop();
    const int percent = static_cast<int>(std::lround(pace * 100));
    if (const auto made = slowed_.find(percent); made != slowed_.end()) {
        if (made->second) out_->play(made->second, atS / pace);
        return;
    }
    slowed_[percent] = nullptr;
    desk_.tasks().start(
        this, kSlowing,
        [film = film_, pace](const Progress&) {
            auto s = stretched(*film, pace);
            s.startS = film->startS / pace;
            return std::make_shared<const Sound>(std::move(s));
        },
        [this, percent](std::shared_ptr<const Sound> s) {
            slowed_[percent] = std::move(s);
            emit slowedReady();
        });
}

void PlaySound::stop() { out_->stop(); }

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#include "studio/speaking/speak_over.h"

#include <algorithm>

namespace hl {

SpeakOver::SpeakOver(Player& player, Recording& recording, QObject* parent)
    : QObject(parent), player_(player), recording_(recording) {
    connect(&recording_, &Recording::started, this, [this] {
        if (running_ && stretch_.leadS <= 0) play();
    });
    connect(&recording_, &Recording::ended, this, &SpeakOver::end);
    connect(&player_, &Player::moved, this, &SpeakOver::follow);
    connect(&player_, &Player::playingChanged, this, [this](bool playing) {
        // It came to its end, or somebody stopped it: what was spoken until then counts.
        if (running_ && !playing && recording_.state() == Recording::State::Speaking) recording_.finish();
    });
}

double SpeakOver::now() const {
    return stretch_.mode == Player::Mode::Guide ? player_.guideTime() : player_.footageTime();
}

double SpeakOver::leftS() const { return running_ ? std::max(0.0, (stretch_.toS - now()) / stretch_.rate) : 0; }

void SpeakOver::seek(double s) {
    if (stretch_.mode == Player::Mode::Guide)
        player_.seekGuide(std::max(0.0, s));
    else
        player_.seekFootage(std::max(0.0, s));
}

void SpeakOver::begin(const OverStretch& stretch, const QString& file) {
    if (running_ || recording_.state() != Recording::State::Idle) return;
    stretch_ = stretch, file_ = file;
    modeBefore_ = player_.mode(), paceBefore_ = player_.pace();
    running_ = true;
    player_.pause();
    player_.setMode(stretch_.mode);
    if (stretch_.mode == Player::Mode::Footage) player_.setPace(stretch_.rate);
    player_.setQuiet(true);
    seek(stretch_.fromS - stretch_.leadS);
    if (stretch_.leadS > 0)
        player_.toggle();
    else
        recording_.begin(file_);
}

void SpeakOver::play() {
    seek(stretch_.fromS);
    if (!player_.playing()) player_.toggle();
}

void SpeakOver::follow() {
    if (!running_) return;
    if (stretch_.leadS > 0 && recording_.state() == Recording::State::Idle && now() >= stretch_.fromS)
        recording_.begin(file_, 0);
    if (recording_.state() == Recording::State::Speaking && now() >= stretch_.toS) recording_.finish();
}

void SpeakOver::end() {
    if (!running_) return;
    running_ = false;
    player_.pause();
    player_.setQuiet(false);
    if (stretch_.mode == Player::Mode::Footage) player_.setPace(paceBefore_);
    player_.setMode(modeBefore_);
}

} // namespace hl

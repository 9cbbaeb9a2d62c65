// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/speaking/recording.h"

namespace hl {

/// A stretch of the guide, or of its film, that is spoken over while it runs.
struct OverStretch {
    Player::Mode mode = Player::Mode::Guide;
    double fromS = 0, toS = 0; ///< on the clock of the mode
    double rate = 1;           ///< of the film
    double leadS = 0;          ///< it is seen so long before one speaks, instead of the clicks
};

/// Picture and microphone together: the picture begins when the microphone does, is silent meanwhile, and the recording
/// ends with the stretch. Afterwards the player is as it was.
class SpeakOver : public QObject {
    Q_OBJECT
  public:
    SpeakOver(Player& player, Recording& recording, QObject* parent);
    void begin(const OverStretch& stretch, const QString& file);
    bool running() const { return running_; }
    const OverStretch& stretch() const { return stretch_; }
    double leftS() const; ///< of the stretch

  private:
    double now() const;
    void seek(double s);
    void follow();
    void play();
    void end();
    Player& player_;
    Recording& recording_;
    OverStretch stretch_;
    QString file_;
    Player::Mode modeBefore_ = Player::Mode::Footage;
    double paceBefore_ = 1;
    bool running_ = false;
};

} // namespace hl

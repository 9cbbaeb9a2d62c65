// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"

#include <QTimer>
#include <QWidget>

namespace hl {

class SpeakOver;

/// What is to be said, large enough to be read from a chair: the words of now, what was said of them already dimmed,
/// and the next ones; above them the corner, what the picture does and the seconds that are left. A window of its own,
/// for a second screen.
class Prompter : public QWidget {
    Q_OBJECT
  public:
    Prompter(Desk& desk, Player& player, const SpeakOver& over, QWidget* parent);
    void show(BeatId beat, double spokenS); ///< these words; seconds since one began to speak them, below 0: not yet
    QString now() const { return now_; }    ///< the words of now
    QString next() const { return next_; }
    QString about() const { return about_; } ///< corner, picture, seconds left

  protected:
    void paintEvent(QPaintEvent*) override;
    void keyPressEvent(QKeyEvent* e) override;

  private:
    void follow();
    void put(BeatId beat, double spokenS, double lengthS, const QString& about);
    BeatId after(BeatId beat) const;
    QString words(BeatId beat) const;
    Desk& desk_;
    Player& player_;
    const SpeakOver& over_;
    BeatId beat_;
    QString now_, next_, about_;
    int said_ = 0;     ///< letters of `now_`
    double share_ = 0; ///< of its time
};

} // namespace hl

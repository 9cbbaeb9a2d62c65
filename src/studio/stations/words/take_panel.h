// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/document/desk.h"
#include "studio/speaking/recording.h"
#include "studio/station.h"

#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>

namespace hl {

class LevelBar;
class WaveStrip;

/// The voice of the chosen words: spoken here or brought in, what was said differently, and what is done about it.
class TakePanel : public QWidget {
    Q_OBJECT
  public:
    explicit TakePanel(Desk& desk, QWidget* parent = nullptr);
    void show(BeatId beat);
    QList<StationKey> keys();
    Recording& recording() { return *recording_; }
    void bringIn(const QString& audio, const TakeWish& scope); ///< in the background; the guide follows

  private:
    void refresh();
    void showSlips(const Beat& b);
    void speakOrEnd();
    void takeRecording(const QString& file);
    void askForFile(bool corner, bool whole);
    void level();
    void say(const QString& text, bool wrong);
    Desk& desk_;
    BeatId beat_, spokenTo_;
    Recording* recording_;
    QLabel *source_, *words_, *said_;
    QPushButton *speak_, *bring_, *away_, *earlier_;
    QComboBox* pauses_;
    WaveStrip* wave_;
    LevelBar* bar_;
    QWidget* slipArea_;
    QVBoxLayout* slips_;
    QMenu* scopes_;
    bool filling_ = false;
};

} // namespace hl

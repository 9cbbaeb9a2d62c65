// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "jobs/talk_over.h"
#include "studio/document/desk.h"
#include "studio/playback/player.h"
#include "studio/speaking/recording.h"
#include "studio/station.h"

#include <QComboBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>
#include <variant>

namespace hl {

class LevelBar;
class Prompter;
class SpeakOver;
class WaveStrip;

/// The voice of the chosen words: spoken here or brought in, what was said differently, and what is done about it.
class TakePanel : public QWidget {
    Q_OBJECT
  public:
    TakePanel(Desk& desk, Player& player, QWidget* parent = nullptr);
    void show(BeatId beat);
    QList<StationKey> keys();
    Recording& recording() { return *recording_; }
    void bringIn(const QString& audio, const TakeWish& scope); ///< in the background; the guide follows
    /// A talk-over of the film becomes words; `film`: how it ran meanwhile.
    void bringTalkOver(const QString& audio, std::optional<FilmRan> film, const QString& script = {});
    enum class Over { TheseWords, Corner, Guide, LapHalf, LapFull };
    void speakOver(Over what); ///< while the picture runs
    Prompter* prompter() const { return prompter_; }

  private:
    void refresh();
    void showSlips(const Beat& b);
    void speakOrEnd();
    void takeRecording(const QString& file);
    QString freshFile(const QString& name) const;
    void askForFile(bool corner, bool whole);
    void askForTalkOver();
    void layAnew();
    void showPrompter();
    void level();
    void say(const QString& text, bool wrong);
    Desk& desk_;
    Player& player_;
    BeatId beat_;
    /// What is being recorded is spoken to.
    std::variant<TakeWish, FilmRan> speaking_;
    Recording* recording_;
    SpeakOver* over_;
    Prompter* prompter_;
    QLabel *source_, *words_, *said_;
    QPushButton *speak_, *overButton_, *bring_, *away_, *earlier_, *anew_;
    QComboBox* pauses_;
    WaveStrip* wave_;
    LevelBar* bar_;
    QWidget* slipArea_;
    QVBoxLayout* slips_;
    QMenu *scopes_, *overs_;
    bool filling_ = false;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/words/script_page.h"
#include "studio/stations/words/take_panel.h"

namespace hl {

/// What is said where, and by whom.
class WordsStation : public Station {
    Q_OBJECT
  public:
    WordsStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::Words; }
    QString name() const override { return tr("Words"); }
    QWidget* page() override { return page_; }
    QWidget* underFilm() override { return takes_; }
    StationLayout layout() const override { return {.filmShare = 7, .pageShare = 10, .pedals = false}; }
    QList<StationKey> keys() override { return page_->keys() + takes_->keys(); }
    void showWords(BeatId beat) override { page_->choose(beat); }
    void leave() override { takes_->recording().finish(); } ///< what was spoken is kept

  private:
    ScriptPage* page_;
    TakePanel* takes_;
};

} // namespace hl

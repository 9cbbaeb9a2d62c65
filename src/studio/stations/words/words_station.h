// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/words/beats_table.h"

namespace hl {

/// What is said where.
class WordsStation : public Station {
    Q_OBJECT
  public:
    WordsStation(Desk& desk, Player& player);
    QString name() const override { return tr("Words"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override { return {.filmShare = 8}; }
    QList<StationKey> keys() override;
    Lamp lamp() const override;
    void leave() override { page_->takes()->recording().finish(); } ///< what was spoken is kept

  private:
    Desk& desk_;
    BeatsTable* page_;
};

} // namespace hl

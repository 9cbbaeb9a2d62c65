// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/cut/beats_table.h"

namespace hl {

/// Where the guide spends its time; plays exactly what will be published.
class CutStation : public Station {
    Q_OBJECT
  public:
    CutStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::Cut; }
    QString name() const override { return tr("Cut"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override {
        return {.filmShare = 8, .pedals = false, .stretch = true, .plays = Player::Mode::Guide};
    }
    QList<StationKey> keys() override;
    void enter() override;

  private:
    Desk& desk_;
    Player& player_;
    BeatsTable* page_;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/corners/corner_page.h"

namespace hl {

/// Which corners there are, what was measured in each, what is advised.
class CornersStation : public Station {
    Q_OBJECT
  public:
    CornersStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::Corners; }
    QString name() const override { return tr("Corners"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override { return {.planBeside = true, .tallPedals = true, .bounds = true}; }
    QList<StationKey> keys() override;

  private:
    Desk& desk_;
    Player& player_;
    CornerPage* page_;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/line_up/line_up_page.h"

namespace hl {

/// Where film and log are tied.
class LineUpStation : public Station {
    Q_OBJECT
  public:
    LineUpStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::LineUp; }
    QString name() const override { return tr("Line-up"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override { return {.filmShare = 8}; }
    QList<StationKey> keys() override;
    void enter() override { page_->enter(); }

  private:
    LineUpPage* page_;
};

} // namespace hl

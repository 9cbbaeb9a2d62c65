// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/publish/publish_page.h"

namespace hl {

/// Findings, rendering, and the edition.
class PublishStation : public Station {
    Q_OBJECT
  public:
    PublishStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::Publish; }
    QString name() const override { return tr("Publish"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override { return {.plays = Player::Mode::Guide}; }
    QList<StationKey> keys() override { return page_->keys(); }
    void leave() override { page_->cancel(); }

  private:
    PublishPage* page_;
};

} // namespace hl

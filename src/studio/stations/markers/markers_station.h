// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/markers/markers_page.h"

namespace hl {

/// What is drawn into the picture, and the camera that puts it in its place.
class MarkersStation : public Station {
    Q_OBJECT
  public:
    MarkersStation(Desk& desk, Player& player);
    StationId id() const override { return StationId::Markers; }
    QString name() const override { return tr("Markers"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override {
        return {.filmShare = 25, .pageShare = 11, .planBeside = planShown_, .pedals = false, .marks = true};
    }
    PictureTool* pictureTool() override { return &page_->hand(); }
    QList<StationKey> keys() override;
    void enter() override { page_->lookAtFilm(); }

  private:
    MarkersPage* page_;
    bool planShown_ = false;
};

} // namespace hl

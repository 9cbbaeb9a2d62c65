// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/scene/scene_page.h"

namespace hl {

/// What was brought in, in which conditions, and which lap is explained.
class SceneStation : public Station {
    Q_OBJECT
  public:
    explicit SceneStation(Desk& desk);
    StationId id() const override { return StationId::Scene; }
    QString name() const override { return tr("Scene"); }
    QWidget* page() override { return page_; }
    StationLayout layout() const override {
        return {.filmShare = 5, .pageShare = 9, .planBelow = true, .pedals = false};
    }

  private:
    ScenePage* page_;
};

} // namespace hl

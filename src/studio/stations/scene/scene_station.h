// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/station.h"
#include "studio/stations/scene/scene_page.h"

namespace hl {

/// What was brought in, and in which conditions.
class SceneStation : public Station {
    Q_OBJECT
  public:
    explicit SceneStation(Desk& desk);
    QString name() const override { return tr("Scene"); }
    QWidget* page() override { return page_; }
    Lamp lamp() const override { return desk_.isOpen() ? Lamp::Filled : Lamp::Hollow; }

  private:
    Desk& desk_;
    ScenePage* page_;
};

} // namespace hl

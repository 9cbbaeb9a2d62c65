// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/player.h"

#include <QWidget>

namespace hl {

/// The pedals of the chosen corner over the road, with its events; a click goes there.
class StripView : public QWidget {
    Q_OBJECT
  public:
    StripView(Desk& desk, Player& player, QWidget* parent = nullptr);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override { mousePressEvent(e); }

  private:
    Desk& desk_;
    Player& player_;
};

} // namespace hl

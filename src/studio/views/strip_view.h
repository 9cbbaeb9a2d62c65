// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"

#include <QPainter>
#include <QWidget>

namespace hl {

/// The pedals of the chosen corner over the road, with its events; a click goes there. Tall, it shows the speed above
/// them.
class StripView : public QWidget {
    Q_OBJECT
  public:
    StripView(Desk& desk, Player& player, QWidget* parent = nullptr);

    void setTall(bool tall);

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override { mousePressEvent(e); }

  private:
    void paintOtherPedals(QPainter& p, const QRectF& box, const GuideCorner& c) const;
    void paintFindings(QPainter& p, const GuideCorner& c) const;
    void paintSpeed(QPainter& p, const QRectF& box, const GuideCorner& c) const;
    Desk& desk_;
    Player& player_;
    bool tall_ = false;
};

} // namespace hl

// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
#include "studio/playback/player.h"
#include "studio/views/bound_drag.h"
#include "studio/views/mark_spots.h"

#include <QTransform>
#include <QWidget>

namespace hl {

/// The chosen corner seen from above, driven upwards: edges, kerbs, the driven line with what happens on it, the car. A
/// click moves the playhead there. Shows the whole lap instead when asked; then a click chooses the corner too.
class PlanView : public QWidget {
    Q_OBJECT
  public:
    PlanView(Desk& desk, Player& player, QWidget* parent = nullptr);
    void setWholeLap(bool whole);
    bool wholeLap() const { return wholeLap_; }
    void setMarksShown(bool shown);                    ///< they can be dragged
    QPointF placed(double atM, double lateralM) const; ///< on the widget
    QPointF boundAt(Bound bound) const;                ///< where to take hold of the chosen corner's turn-in or apex
    QSize minimumSizeHint() const override { return {180, 160}; }

  protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void mouseReleaseEvent(QMouseEvent* e) override;

  private:
    struct Stretch {
        double fromM = 0, toM = 0;
    };
    Stretch shown() const;
    QTransform fitted() const; ///< metres on the plane to pixels
    void paintRoad(QPainter& p, const Stretch& s) const;
    void paintDriven(QPainter& p, const Stretch& s) const;
    void paintEvents(QPainter& p) const;
    void paintLegend(QPainter& p) const;
    void paintScale(QPainter& p) const;
    std::optional<double> metreAt(QPointF where) const;
    void goTo(QPointF where);
    std::optional<BoundDrag> drag_;
    Desk& desk_;
    Player& player_;
    QTransform toWidget_;
    std::optional<MarkHold> hold_;
    bool wholeLap_ = false, ready_ = false, marksShown_ = false;
};

} // namespace hl
